/** Seconds of holding still that a way of reading takes. */
export interface HoldingTimes {
  /** Two bare points marked on the ground: feet. */
  readonly groundMarksS: number;
  /** Two bobs dropped from the body. */
  readonly bobsS: number;
  /** A rod held across and two bobs dropped from its ends. */
  readonly rodS: number;
  readonly squareS: number;
  readonly faceRodS: number;
  readonly pointsAtS: number;
  readonly gaugeS: number;
  readonly eyeS: number;
  /** The tape to both ends, and typing what it says. */
  readonly tapeS: number;
  /** Stepping out and in again, for another hold. */
  readonly stepInS: number;
  /** As long as anyone holds an honest address. */
  readonly longestHoldS: number;
}

/** Shipped times, all guesses: what an instructor’s own holds were clocked at replaces them. */
export const HOLDING_TIMES: HoldingTimes = {
  groundMarksS: 3,
  bobsS: 6,
  rodS: 5,
  squareS: 3,
  faceRodS: 5,
  pointsAtS: 3,
  gaugeS: 4,
  eyeS: 2,
  tapeS: 12,
  stepInS: 20,
  longestHoldS: 15,
};

/** The same for who is alone with the student: the second bob is hung after the first has come to rest. A guess. */
export const LONE_HOLDING_TIMES: HoldingTimes = { ...HOLDING_TIMES, bobsS: 11, rodS: 9 };

/** What lies at hand. */
export interface AtHand {
  /** Length of the rod that can be held across, m; absent without one. */
  readonly rodM?: number;
  /** Division of the tape, m. */
  readonly tapeDivisionM: number;
  /** Division of the rule at the face, m; absent without a square rod. */
  readonly faceDivisionM?: number;
  /** Length of the rod that stands off the face, m; absent without one. */
  readonly faceRodM?: number;
  /** Sway of the bob from the body, m. */
  readonly plumbM: number;
  /** Landmarks are known: distance of the target for "points at", m; absent without. */
  readonly pointsAtM?: number;
  /** A gauge lies on the rod. */
  readonly gauge: boolean;
  /** Standard uncertainty of the judge's eye, rad. */
  readonly eyeRad: number;
  /** How much wider this body is than usual. Default 1. */
  readonly bodyScale?: number;
  /** How repeatably this judge finds a point or seats a rod’s contact, m, by `toes.bare`, `hips.rod`; absent: the usual. */
  readonly landmarksM?: Readonly<Record<string, number>>;
}

import { FACE_SEATING_RAD } from '../defaults/rod.ts';
import { kindOfLine, type LineName } from '../geometry/line.ts';
import { type Observation } from '../observation/observation.ts';
import { readObservation } from '../observation/read-observation.ts';
import { seatingUncertainty } from '../uncertainty/seating.ts';

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
  /** How repeatably this judge finds a point or seats a rod’s contact, m, by `toes.bare`, `hips.rod`; absent: the usual. */
  readonly landmarksM?: Readonly<Record<string, number>>;
}

/** One way in which a line could be read. */
export interface Way {
  readonly line: LineName;
  readonly by: Observation['by'];
  readonly rod: boolean;
  readonly measurementUncertaintyRad: number;
  readonly holdingS: number;
}

/** Usual distances between the two ends of a line, m: for planning before it has been read. */
const USUAL_BASE_M: Readonly<Record<LineName, number>> = {
  face: 0.075,
  toes: 0.45,
  heels: 0.4,
  knees: 0.4,
  hips: 0.3,
  shoulders: 0.4,
  eyes: 0.063,
};

const ON_THE_GROUND: readonly LineName[] = ['toes', 'heels'];

/**
 * Every way in which a line can be read with what lies at hand, with its u at a square line.
 *
 * @example waysOf('toes', { tapeDivisionM: 0.005, plumbM: 0, gauge: false, eyeRad: 0.07 }, HOLDING_TIMES).map((w) => w.by) // ['gaps', 'eye']
 */
export function waysOf(line: LineName, atHand: AtHand, times: HoldingTimes): readonly Way[] {
  const way = (observation: Observation, rod: boolean, holdingS: number): Way => ({
    line,
    by: observation.by,
    rod,
    measurementUncertaintyRad: readObservation(observation, 'right').standardUncertaintyRad,
    holdingS,
  });
  const ways =
    kindOfLine(line) === 'face' ? faceObservations(atHand, times) : bodyObservations(line, atHand, times);
  const direct: readonly Candidate[] = [
    ...(atHand.pointsAtM === undefined
      ? []
      : [
          {
            observation: { line, by: 'pointsAt', lateralM: 0, distanceM: atHand.pointsAtM },
            holdingS: times.pointsAtS,
          } as const,
        ]),
    ...(atHand.gauge
      ? [{ observation: { line, by: 'angle', readingRad: 0 }, holdingS: times.gaugeS } as const]
      : []),
    {
      observation: { line, by: 'eye', readingRad: 0, uncertaintyRad: atHand.eyeRad },
      holdingS: times.eyeS,
    },
  ];
  return [...ways, ...direct].map((c) =>
    way(c.observation, c.observation.by === 'gaps' && c.observation.rod === true, c.holdingS),
  );
}

/**
 * The way that tells a line best; of two that tell it alike the quicker one.
 *
 * @example bestWay('hips', { rodM: 1.2, tapeDivisionM: 0.005, plumbM: 0.003, gauge: false, eyeRad: 0.07 }, HOLDING_TIMES).rod // true
 */
export function bestWay(line: LineName, atHand: AtHand, times: HoldingTimes): Way {
  const [first, ...others] = waysOf(line, atHand, times);
  return others.reduce((best, way) => {
    const gain = best.measurementUncertaintyRad - way.measurementUncertaintyRad;
    return gain > 0 || (gain === 0 && way.holdingS < best.holdingS) ? way : best;
  }, first as Way);
}

interface Candidate {
  readonly observation: Observation;
  readonly holdingS: number;
}

function faceObservations(atHand: AtHand, times: HoldingTimes): readonly Candidate[] {
  const { faceDivisionM, faceRodM, tapeDivisionM } = atHand;
  return [
    ...(faceDivisionM === undefined
      ? []
      : [
          {
            observation: {
              line: 'face',
              by: 'square',
              heelGapM: 0,
              toeGapM: 0,
              baseM: USUAL_BASE_M.face,
              resolutionM: faceDivisionM,
              ...ownEnd(atHand, 'face', { resolutionM: faceDivisionM, plumbM: 0 }),
            },
            holdingS: times.squareS,
          } as const,
        ]),
    ...(faceRodM === undefined
      ? []
      : [
          {
            observation: {
              line: 'face',
              by: 'faceRod',
              faceGapM: 0,
              tipGapM: 0,
              lengthM: faceRodM,
              resolutionM: tapeDivisionM,
              seatingUncertaintyRad: FACE_SEATING_RAD,
            },
            holdingS: times.faceRodS,
          } as const,
        ]),
  ];
}

function bodyObservations(line: LineName, atHand: AtHand, times: HoldingTimes): readonly Candidate[] {
  const onGround = ON_THE_GROUND.includes(line);
  const gaps = {
    line,
    by: 'gaps',
    leadGapM: 0.5,
    trailGapM: 0.5,
    resolutionM: atHand.tapeDivisionM,
    plumbM: onGround ? 0 : atHand.plumbM,
  } as const;
  const bare: Candidate = {
    observation: { ...gaps, ...ownEnd(atHand, line, gaps), baseM: USUAL_BASE_M[line] },
    holdingS: onGround ? times.groundMarksS : times.bobsS,
  };
  if (atHand.rodM === undefined || onGround) return [bare];
  const contactM = atHand.landmarksM?.[`${line}.rod`];
  const seating =
    contactM === undefined ? {} : { seatingUncertaintyRad: seatingUncertainty(line, { contactM }) };
  const rod = { ...gaps, ...seating, rod: true, baseM: atHand.rodM } as const;
  return [bare, { observation: rod, holdingS: times.rodS }];
}

/** The whole of one end, m, where the judge's own landmark is known. */
function ownEnd(
  { landmarksM }: AtHand,
  line: LineName,
  { resolutionM, plumbM }: { readonly resolutionM: number; readonly plumbM: number },
): { readonly endUncertaintyM?: number } {
  const ownM = landmarksM?.[`${line}.bare`];
  return ownM === undefined ? {} : { endUncertaintyM: Math.hypot(ownM, resolutionM / Math.sqrt(12), plumbM) };
}

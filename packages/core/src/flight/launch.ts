/** How a club group meets the ball, usually. */
export interface Launch {
  /** The path’s own elevation, degrees; down negative. */
  readonly attackDeg: number;
  /** Of the face when it meets the ball, degrees. */
  readonly dynamicLoftDeg: number;
  readonly spinRpm: number;
  /** How much of the start direction is the face’s; the rest is the path’s. */
  readonly share: number;
  /** Ball speeds that a player may have with it, m/s. */
  readonly speedsMs: readonly [least: number, most: number];
}

/** A group of clubs, as flights are told apart. */
export type LaunchClub = 'wedge' | 'short-iron' | 'mid-iron' | 'long-iron' | 'fairway-wood' | 'driver';

/** The usual of each group: no student’s own. */
export const LAUNCHES: Readonly<Record<LaunchClub, Launch>> = {
  wedge: { attackDeg: -5, dynamicLoftDeg: 40, spinRpm: 8500, share: 0.75, speedsMs: [15, 45] },
  'short-iron': { attackDeg: -4.5, dynamicLoftDeg: 29.5, spinRpm: 7500, share: 0.75, speedsMs: [20, 55] },
  'mid-iron': { attackDeg: -4, dynamicLoftDeg: 24, spinRpm: 6200, share: 0.75, speedsMs: [25, 62] },
  'long-iron': { attackDeg: -3, dynamicLoftDeg: 18.8, spinRpm: 4500, share: 0.78, speedsMs: [30, 68] },
  'fairway-wood': { attackDeg: -2, dynamicLoftDeg: 15, spinRpm: 3800, share: 0.82, speedsMs: [30, 75] },
  driver: { attackDeg: -1, dynamicLoftDeg: 13.1, spinRpm: 2900, share: 0.85, speedsMs: [35, 85] },
};

/** Two standard uncertainties of the share: ± so much in 95 % of players. */
export const SHARE_HALF = 0.05;
/** Curve per degree and drift are those of the usual club, ± so much of them, 95 %. */
export const BEND_HALF = 0.3;

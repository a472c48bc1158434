// Frame and words
export { azimuthFromHanded, gapOf, handedAzimuth } from './geometry/azimuth.ts';
export { type Handedness, sideSign } from './geometry/handedness.ts';
export { kindOfLine, LINE_NAMES, type LineKind, type LineName } from './geometry/line.ts';
export { type AzimuthWords, azimuthWords, type PointingSide, type TurnWord } from './geometry/words.ts';

// Observations
export {
  type AngleObservation,
  type AzimuthEstimate,
  type EyeObservation,
  type FaceRodObservation,
  type GapsObservation,
  type Observation,
  type PointsAtObservation,
  type SquareObservation,
} from './observation/observation.ts';
export { readObservation } from './observation/read-observation.ts';

// Uncertainty
export {
  conformity,
  type Conformity,
  DEFAULT_DECISION_LIMITS,
  type DecisionLimits,
  type Tolerance,
  type Verdict,
  verdictOf,
} from './uncertainty/conformity.ts';
export { combine, type CombinedEstimate, type Estimate, weightedMean } from './uncertainty/combine.ts';
export { chiSquaredUpperTail } from './uncertainty/chi-squared.ts';
export { type EndReading, endUncertainty } from './uncertainty/end-uncertainty.ts';
export { LANDMARK_UNCERTAINTY, type LandmarkUncertainty } from './uncertainty/landmark.ts';
export { normalLowerTail, normalUpperTail } from './uncertainty/normal.ts';

// Target line
export { type TargetLine, targetLineUncertainty } from './station/target-line.ts';

// A whole check
export { feelAtTarget } from './setup/feel.ts';
export {
  type BodyLinePoints,
  bodyLinePoints,
  type GroundPoint,
  type LeadingEdgePoints,
  leadingEdgePoints,
} from './setup/ground-points.ts';
export { moveToGoal, type SplitMove, splitMove } from './setup/move.ts';
export {
  type Feet,
  type FootLine,
  type HeelsFromFlare,
  type LineFinding,
  type LineJudgement,
  type Move,
  type Note,
  type NoteCode,
  type Setup,
  type SetupFinding,
  type Turn,
  type WouldSettle,
} from './setup/setup.ts';
export { solveSetup } from './setup/solve.ts';

// What the player sees
export { type EyesAtAddress, markShift, type MarkShift } from './sight/mark-shift.ts';

// Refusals
export { RANGES, type Range } from './refusal/ranges.ts';
export { type RefusalCode, type RefusalDetail, RefusedInput } from './refusal/refused-input.ts';

// Units
export { degreesFromRadians, radiansFromDegrees } from './units/angle.ts';
export { metresFromMillimetres, millimetresFromMetres } from './units/length.ts';

export { CORE_VERSION } from './version.ts';

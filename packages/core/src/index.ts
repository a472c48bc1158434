// Frame and words
export { azimuthFromHanded, gapOf, handedAzimuth } from './geometry/azimuth.ts';
export { type Handedness, sideSign } from './geometry/handedness.ts';
export { kindOfLine, LINE_NAMES, type LineKind, type LineName } from './geometry/line.ts';
export {
  type AzimuthWords,
  azimuthWords,
  type PointingSide,
  signWords,
  type TurnWord,
} from './geometry/words.ts';

// Observations
export { type Observation, type ReadAzimuth } from './observation/observation.ts';
export { type AzimuthEstimate, type ErrorSource, type Move } from './observation/way-of-reading.ts';
export { type AtHand, HOLDING_TIMES, type HoldingTimes, LONE_HOLDING_TIMES } from './observation/at-hand.ts';
export { type BodySize, bodyScale } from './observation/sized.ts';
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
export { chiSquaredQuantile } from './uncertainty/chi-squared-quantile.ts';
export { chiSquaredUpperTail } from './uncertainty/chi-squared.ts';
export { type EndReading, endUncertainty } from './uncertainty/end-uncertainty.ts';
export { LANDMARK_UNCERTAINTY, type LandmarkUncertainty } from './defaults/landmark.ts';
export { seatingUncertainty } from './uncertainty/seating.ts';
export { EYE_UNCERTAINTY_RAD } from './defaults/eye.ts';
export { GAUGE_UNCERTAINTY_RAD } from './defaults/gauge.ts';
export { LATERAL_UNCERTAINTY_M } from './defaults/pointing.ts';
export { BALL_TOLERANCE_M } from './defaults/placing.ts';
export { SWAY_M } from './defaults/plumb.ts';
export { DAY_SD_RAD, READDRESS_SD_RAD } from './defaults/readdress.ts';
export { FACE_SEATING_RAD, ROD_M } from './defaults/rod.ts';
export { SHOE_M } from './defaults/shoe.ts';
export {
  BASE_UNCERTAINTY_M,
  RULE_DIVISION_M,
  SQUARE_BASE_UNCERTAINTY_M,
  TAKEN_OVER_BASE_M,
  TAPE_DIVISION_M,
} from './defaults/tape.ts';
export { SIGHTING_RAD } from './defaults/target-line.ts';
export { COVERAGE_FACTOR } from './uncertainty/coverage.ts';
export { TOLD_FROM } from './uncertainty/told-from.ts';
export { normalLowerTail, normalUpperTail } from './uncertainty/normal.ts';

export { type Proportion, proportion } from './uncertainty/proportion.ts';
export { falseDiscoveries, familyWise } from './uncertainty/false-discoveries.ts';
export { NORMAL_975, studentT975, studentTwoSided } from './uncertainty/student-t.ts';

// The target line and the aids
export { type Footprint, footprints, type FootprintWish } from './station/footprints.ts';
export {
  FAR_PEG_M,
  type StationItem,
  stationLayout,
  type StationLayout,
  type StationWish,
  tapeDistances,
} from './station/station-layout.ts';
export { type GateRod, gateRod, type GateRodWish, heightAtGate } from './station/gate-rod.ts';
export { markTurn, permittedLayingError } from './station/mark-laying.ts';
export { type Rails, railsParallelism } from './station/rails.ts';
export { EYE_SEPARATION_M, eyeOffLineTurn, wrongEyeTurn } from './station/sighting.ts';
export { type Squareness, squareness, type SquareTriangle } from './station/square-rod.ts';
export { type FoundTurned, type TargetLine, targetLineUncertainty } from './station/target-line.ts';
export {
  type Sighting,
  sightingUncertainty,
  type TargetLineBudget,
  targetLineBudget,
} from './station/target-line-budget.ts';
export { type AidVerdict, aidVerdict } from './station/aid-verdict.ts';
export { type MarkPlanInput, nearestMarkWithin, type PlannedMark, plannedMark } from './station/mark-plan.ts';
export {
  bearingBeside,
  type Landmark,
  type PointedAt,
  pointedAt,
  requireLandmark,
} from './station/landmarks.ts';

// A whole check
export { allInProbability, type JudgedReading } from './setup/all-in.ts';
export {
  ballDistance,
  ballPosition,
  type BallPosition,
  type BallReading,
  type Placed,
} from './setup/ball-position.ts';
export { type Coupling, coupling, type FeetAndShoulders } from './setup/coupling.ts';
export { type Chain, type ChainCode, type ChainLine, chainsOf } from './setup/chains.ts';
export {
  type LeanWhilePlacing,
  leanWhilePlacing,
  offCentreTurn,
  USUAL_HAND_HEIGHT_M,
  USUAL_LEVER_M,
} from './setup/facing-the-ball.ts';
export { type Measurand } from './combining/combine-line.ts';
export { feelAtTarget } from './setup/feel.ts';
export {
  type BodyLinePoints,
  bodyLinePoints,
  type GroundPoint,
  type LeadingEdgePoints,
  leadingEdgePoints,
} from './scene/ground-points.ts';
export {
  type SceneFace,
  type SceneInput,
  type SceneLine,
  type Segment,
  setUpScene,
  type SetUpScene,
} from './scene/set-up-scene.ts';
export { type HalvedBy, type LineBudget, lineBudgets } from './setup/line-budget.ts';
export { advisedMove, type AdvisedMove, moveToGoal, type Whereabouts } from './setup/move.ts';
export {
  type EarlierSetup,
  type Feet,
  type FootLine,
  type HeelsFromFlare,
  type LineFinding,
  type LineJudgement,
  type Note,
  type NoteCode,
  type Setup,
  type SetupFinding,
  type Turn,
  type WouldSettle,
} from './setup/setup.ts';
export { answerGroundOf, firstCheckOf } from './setup/read-setup.ts';
export { sameReadings } from './observation/require-measurable.ts';
export { requireMeasured } from './setup/require-measured.ts';
export { solveSetup, type SolveWish } from './setup/solve.ts';
export { stanceFromSteps, type SteppedStance, type Steps, trailFootBackTurn } from './setup/steps.ts';

// From readings to an answer
export { type Answers, type LineAnswer } from './posterior/answers.ts';
export { type LineReading } from './posterior/lesson.ts';
export {
  type EarlierCheck,
  type Posterior,
  type PosteriorGround,
  posteriorOf,
} from './posterior/posterior.ts';
export { academyPrior, ENOUGH_STUDENTS, type FirstCheck, kindEvidence } from './posterior/academy-prior.ts';
export { type PriorComponent, SHIPPED_PRIOR } from './posterior/prior.ts';

// What to read next
export {
  assignHolds,
  type AssignedHold,
  type HoldGround,
  type WantedReading,
} from './planning/assign-holds.ts';
export {
  type AnswerChance,
  type Candidate,
  type Depth,
  FULL_DEPTH,
  LEAST_GAIN,
  nextReading,
  type NextReading,
  type ReadSoFar,
} from './planning/next-reading.ts';
export { type PlannedVerdict, type Reach, reachOf } from './planning/reach.ts';
export { bestWay, holdingTimeOf, type Way, waysOf } from './planning/ways.ts';
export { type ClockedTimes, ENOUGH_CLOCKED, learnedTimes } from './planning/learned-times.ts';

// Lines over lessons
export { CHANGE_LEVEL, changeBetween, type SpreadOfSeries } from './tracking/change.ts';
export { type Consistency, consistencyOf, type Interval, sdInterval } from './tracking/consistency.ts';
export { type PlacedLesson, placingHabit, type PlacingHabit } from './tracking/placing-habit.ts';
export { type EyeRecord, eyeRecord, type JudgedByEye } from './tracking/eye.ts';
export { type PooledSpread, pooledSpread } from './tracking/lesson-spread.ts';
export { type ReaddressSpread, readdressSpread } from './tracking/readdress.ts';
export { type OtherSources, type Repeatability, repeatabilityOf } from './tracking/repeatability.ts';
export {
  type PairedDifference,
  pairedDifference,
  type PairedGround,
  type StoodReading,
} from './tracking/paired-difference.ts';
export {
  type BeforeAfter,
  type Change,
  type Flag,
  type Level,
  type Rep,
  type Series,
  type SeriesLesson,
  type Track,
  type TrackedLesson,
} from './tracking/series.ts';
export { trackSeries } from './tracking/track.ts';

// What the player sees
export { aimedAtTargetTurn, ONE_IN_TEN_RAD } from './sight/aimed-at-target.ts';
export { type EyePlace, eyeAtAddress, LIFTED_HEAD_M } from './sight/eye-at-address.ts';
export {
  type Direction,
  directionOf,
  type PicturePoint,
  meetsAt,
  project,
  type SpacePoint,
  type View,
} from './sight/perspective.ts';
export { type EyesAtAddress, markShift, type MarkShift } from './sight/mark-shift.ts';
export {
  type SeenMark,
  type SightNumbers,
  type SightScene,
  sightScene,
  type SightWish,
} from './scene/sight-scene.ts';
export {
  type CordName,
  type StandCard,
  type StandCord,
  type StandScene,
  standScene,
  type StandWish,
} from './scene/stand-scene.ts';
export { isSighting, sightingShaft } from './scene/sighting-shaft.ts';
export { TRESTLE_LINES, type TrestleLine, trestleScene, type TrestleWish } from './scene/trestle-scene.ts';
export { type OnTheWay, SIGHTING_BEHIND_M, viewOnTheWay } from './scene/view-on-the-way.ts';

// Eyes that are trained
export { type SeededDice, seededDice } from './dice/seeded-dice.ts';
export {
  eyeFound,
  type EyeFound,
  nextTurnDeg,
  type SeenBetween,
  type SideAnswer,
} from './training/square-to-the-eye.ts';
export {
  type Fading,
  FADING_STAGES,
  fadingOf,
  type FadingStage,
  type FadingStep,
  type SelfRead,
} from './practice/fading.ts';
export { biasChange, type EyeErrors, eyeErrors, type KnownBias } from './training/errors-of-eye.ts';

// Refusals
export { BARE_BASE_M, CONTACT_M, LIMITS, requireInside, ROD_BASE_M } from './refusal/limits.ts';
export { RANGES, type Range } from './refusal/ranges.ts';
export { type RefusalCode, type RefusalDetail, RefusedInput } from './refusal/refused-input.ts';

// Units
export { degreesFromRadians, radiansFromDegrees } from './units/angle.ts';
export { DAY_MS, dayAfter, dayNumber, dayOfNumber, daysBetween } from './units/day.ts';
export { metresFromMillimetres, millimetresFromMetres } from './units/length.ts';

export { CORE_VERSION } from './version.ts';

// The routine
export {
  agreementOfRoutines,
  breaksFirst,
  type BreakingStep,
  type MovingStep,
  type RoutineAgreement,
} from './routine/agreement-of-routines.ts';
export {
  compareOrders,
  firstOutOfOrder,
  type MovedStep,
  type OrderDifference,
  type OutOfOrder,
} from './routine/compare-orders.ts';
export {
  type Against,
  findingOfRoutine,
  type RoutineFinding,
  type WantedRoutine,
} from './routine/finding-of-routine.ts';
export {
  besideFirstSet,
  type FirstSet,
  firstSetOf,
  LEAST_OF_EACH,
  type WalkedMean,
  type WalkedReading,
} from './routine/first-set.ts';
export {
  type Approach,
  deedsOf,
  isCounted,
  orderOf,
  ROUTINE_STEPS,
  type RoutineDeed,
  type RoutineEvent,
  type RoutineExpected,
  type RoutineStep,
} from './routine/steps.ts';

// The ball
export { type Bend, bendOf } from './flight/bend.ts';
export {
  type BallRegion,
  type Between,
  LEAST_BALLS,
  type MeanBetween,
  posteriorOfRun,
  type RunDraw,
  type RunPosterior,
  type SeenStart,
} from './flight/ball-run.ts';
export { type Aim, aimFor, impactFor, type SeenBall } from './flight/find-impact.ts';
export { type Wind } from './flight/fly.ts';
export { type Launch, type LaunchClub, LAUNCHES } from './flight/launch.ts';
export {
  causeOfRun,
  type Known,
  type RunCause,
  type RunFinding,
  type SetUpOfRun,
} from './flight/run-cause.ts';
export {
  ballSpeedFor,
  heightAhead,
  type Impact,
  type Shot,
  shotOf,
  startDirection,
  type Swing,
} from './flight/shot.ts';
export {
  BALL_WIDTH_M,
  seenByTaps,
  type Side,
  type TappedBall,
  type TappedFinish,
  type TappedStart,
  widthsDeg,
} from './flight/taps.ts';
export { type RunDifference, runDifferences } from './flight/run-difference.ts';

// Composing and solving
export { type CheckParts, composeCheck, judgementOf } from './check/compose-check.ts';
export {
  BASE_UNCERTAINTY_MM,
  composeObservation,
  FIELDS_OF_WAY,
  landmarkKey,
  type ObservationEntry,
  type ReadingTools,
  TAKEN_OVER_BASE_MM,
  typedReading,
  type TypedReading,
  type WayOfReading,
} from './check/typed-reading.ts';
export {
  type LineDifference,
  lessonDifferences,
  moreToShow,
  type ReadSetup,
} from './check/lesson-differences.ts';
export { lookDriftOf, looksAway } from './check/look-drift.ts';
export { couplingOfLesson, type LessonCoupling } from './check/coupling-of-lesson.ts';
export { type KeptSetup, type Watched, watchedLine } from './check/watched-line.ts';
export { adviseNext, type AdviceGround, type WhoStands } from './check/next-advice.ts';
export { atHandOf, rodAcrossMm, timesOf, toolsOf, type Tools, type ToolsGround } from './check/tools.ts';
export { type Cause, causeOf, chainsOfResult } from './check/cause.ts';
export { type BudgetGround, budgetsOfCheck } from './check/budgets.ts';
export { type BestReading, planToRuleOut } from './check/plan-to-rule-out.ts';
export { type Advised, advisedMoveOf } from './check/advised-move.ts';
export { type Feel, type FeelGround, feelOfTurn } from './check/feel.ts';
export { sceneOfCheck, type SceneOptions } from './check/scene-of-check.ts';
export { type ReadableSolution, solveReadable } from './check/solve-readable.ts';
export { toSetup } from './check/to-setup.ts';
export { solveDocument } from './check/solve-document.ts';
export { type SolveOptions } from './check/solve-options.ts';
export { documentField } from './units/si.ts';
export { isMeasured } from './reading/measured.ts';
export { type LotrechtDocument, readDocument } from './reading/read-document.ts';

// Ball, stance and distance
export { ballGoalOf, type BallRules, shareOfGoal } from './placing/ball-goal.ts';
export { type BallOfCheck, ballOfCheck } from './placing/ball-of-check.ts';
export { type BallHabit, ballHabitOf, type JudgedHabit } from './placing/ball-habit.ts';

// Methods
export { ALL_PARALLEL } from './method/profiles/all-parallel.ts';
export { USUAL_OF_CLUB, USUAL_STATURE_M, type UsualOfClub } from './method/ball-table.ts';
export { decidingLines, type JudgedBy, judgedBy, judgedByMethod } from './method/judged-by.ts';
export { judgementByMethod } from './method/judgement-of-method.ts';
export { requireMethodDocument, requireMethodInput } from './method/require-method.ts';
export { settingGeometry, type SettingFigure } from './method/setting-geometry.ts';
export { KNOWN_METHODS, SHIPPED_METHODS } from './method/shipped-methods.ts';

// What is practised
export {
  type Adherence,
  adherenceOf,
  type Block,
  blocksOf,
  daysOfPlan,
  fadingOfPlan,
  type PlanFading,
  questionsOf,
  type SelfReadRow,
  type SessionState,
  type Weekday,
  WEEKDAYS,
} from './practice/plan.ts';
export {
  type Found,
  ONE_THING_OF_ITEM,
  ONE_THINGS,
  type OneThing,
  oneThingsOf,
} from './practice/one-thing.ts';

// Places, the target line and the aids
export { DEFAULT_SETTINGS } from './station/default-settings.ts';
export { type ComposedTargetLine, composeTargetLine } from './station/compose-target-line.ts';
export { type LandmarkStudy, landmarkStudy, type StudyReading } from './station/landmark-study.ts';
export { type ForeignReading, type ForeignRow, readForeignRow, tableHead } from './exchange/foreign-row.ts';
export { requirePlace } from './station/require-place.ts';

// Lines over lessons
export {
  changeOf,
  latestForecast,
  lineProgress,
  type LineProgress,
  type MeanDeg,
  type ProgressChoice,
  progressChoices,
  type ProgressLesson,
  sameCircumstances,
} from './progress/line-progress.ts';
export { trackDocument } from './track/track-document.ts';
export { isCold } from './progress/cold.ts';
export {
  ballsOf,
  type ColdCheck,
  coldChecksOf,
  earlierOf,
  earlierOfGroup,
  withoutCopies,
  lastTimesOf,
  MOST_EARLIER,
} from './progress/known-of-student.ts';
export { dayOfStudent } from './progress/day-of-student.ts';
export { isRevealed, type SeriesPlace, seriesOf, toldChecks } from './progress/series-of-set-ups.ts';
export { linesOfChecks } from './progress/lines-of-checks.ts';
export { kindsOfFirstCheck, priorOfAcademy } from './progress/academy-prior.ts';
export { readdressOfStudent } from './progress/readdress-of-student.ts';
export { type MethodRoutine, routineOfMethod, type ToldStep } from './routine/routine-of-method.ts';
export {
  bendOfRun,
  type FindingOfRun,
  findingOfRun,
  seenBalls,
  startsAside,
  setUpOfRun,
  usualCurveM,
  USUAL_GATE_M,
} from './balls/finding-of-run.ts';
export { type ToesAfter, toesAfterShot } from './balls/toes-after.ts';
export {
  AIM_SCHOOLS,
  aimCard,
  type AimCard,
  type AimSchool,
  type AimWish,
  asideMm,
} from './balls/aim-card.ts';

// Eyes that are trained
export { changeOfEye, type FoundOfEye, foundOfEye } from './eye/found-of-eye.ts';
export { ENOUGH_OF_EACH, type ScreenRecord, screenRecord, teeBesideScreen } from './eye/eye-on-screen.ts';
export { cautionsOf, type Moment, momentsOfHold, type PlannedReading } from './safety/moments.ts';

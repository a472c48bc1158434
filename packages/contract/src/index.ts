// Documents and requests, as their schemas describe them
export type * from './generated/types.ts';

export {
  type FileProblem,
  type LeftOut,
  type MergeConflict,
  type MergeCount,
  type MergeDifference,
  type MergeLine,
  type MergeReport,
  type ReadingImportLine,
  type ReadingImportReport,
  type RowProblem,
} from './api/import-views.ts';
export {
  type CohortChoice,
  type CohortLine,
  type CohortView,
  type RetentionView,
  type RosterEntry,
  type RosterSort,
  type RosterView,
} from './api/roster-views.ts';
export {
  type ConsentView,
  type ProposedConsentView,
  type HandOutPage,
  type HandOutView,
  type NewStudentLinkView,
  type StationPlanView,
  type StudentLinkView,
  type StudentPage,
  type TakeHomeView,
} from './api/take-home-views.ts';

// Validation
export * from './validate.ts';
export { DocumentRefused, type Refusal } from './refusal/document-refused.ts';

// Composing and solving
export { type CheckParts, composeCheck, judgementOf, type Judgement } from './check/compose-check.ts';
export {
  composeObservation,
  FIELDS_OF_WAY,
  landmarkKey,
  type ObservationEntry,
  type ReadingTools,
  typedReading,
  type TypedReading,
  type WayOfReading,
} from './check/typed-reading.ts';
export { type LineDifference, lessonDifferences, type ReadSetup } from './check/lesson-differences.ts';
export { type KeptSetup, type Watched, watchedLine } from './check/watched-line.ts';
export { adviseNext, type AdviceGround } from './check/next-advice.ts';
export { atHandOf, rodAcrossMm, toolsOf, type Tools, type ToolsGround } from './check/tools.ts';
export { ballOfCheck, type Cause, causeOf, chainsOfResult } from './check/cause.ts';
export { studentInputOf } from './api/student-input.ts';
export { type BudgetGround, budgetsOfCheck } from './check/budgets.ts';
export { type BestReading, planToRuleOut } from './check/plan-to-rule-out.ts';
export { type Advised, advisedMoveOf } from './check/advised-move.ts';
export { type Feel, type FeelGround, feelOfTurn } from './check/feel.ts';
export { groundDrawing, type GroundDrawing } from './check/ground-drawing.ts';
export { type ReadableSolution, solveReadable } from './check/solve-readable.ts';
export { toSetup } from './check/to-setup.ts';
export { solveDocument } from './check/solve-document.ts';
export { type SolveOptions } from './check/solve-options.ts';
export { documentField } from './units/si.ts';

// Reading files
export { LONGEST_TEXT, parseJson, tooLong } from './refusal/parse-json.ts';
export { type LotrechtDocument, readDocument } from './reading/read-document.ts';

// Methods
export { ALL_PARALLEL } from './method/profiles/all-parallel.ts';
export { type ClubGroup, USUAL_OF_CLUB, USUAL_STATURE_M, type UsualOfClub } from './method/ball-table.ts';
export { decidingLines, type JudgedBy, judgedBy, judgedByMethod } from './method/judged-by.ts';
export { judgementByMethod } from './method/judgement-of-method.ts';
export { requireMethodDocument, requireMethodInput } from './method/require-method.ts';
export { settingGeometry, type SettingFigure } from './method/setting-geometry.ts';
export { KNOWN_METHODS, SHIPPED_METHODS } from './method/shipped-methods.ts';

// Places, the target line and the aids
export { DEFAULT_SETTINGS } from './station/default-settings.ts';
export { type ComposedTargetLine, composeTargetLine } from './station/compose-target-line.ts';
export { type LandmarkStudy, landmarkStudy, type StudyReading } from './station/landmark-study.ts';
export { type ForeignReading, type ForeignRow, readForeignRow, tableHead } from './exchange/foreign-row.ts';
export { requirePlace } from './station/require-place.ts';
export {
  askAboutComma,
  formatDistance,
  formatLength,
  parseDistance,
  parseLength,
  type TypedLength,
} from './units/typed-length.ts';

// Lines over lessons
export {
  changeOf,
  lineProgress,
  type LineProgress,
  type MeanDeg,
  type ProgressChoice,
  progressChoices,
  type ProgressLesson,
  sameCircumstances,
} from './progress/line-progress.ts';
export { trackDocument } from './track/track-document.ts';

// What the server answers
export {
  type AcademyEventView,
  type AuditEntryView,
  type CheckVersionsView,
  type CheckReason,
  type CheckVersionView,
  type CheckView,
  type EyeView,
  type Kept,
  type InstructorView,
  type InvitationView,
  type LessonView,
  type LinkView,
  type LastColdView,
  type LineFlag,
  type MeasuredCheckView,
  type MeasuredLineView,
  type MethodView,
  type PlaceView,
  type PostView,
  type SyncChange,
  type SyncView,
  type SavedCheckView,
  type SessionEntryView,
  type SessionView,
  type SetupView,
  type StudentListView,
  type StudentCardView,
  type StudentPageView,
  type StudentView,
  type TeeSheetEntry,
  type TodayView,
} from './api/views.ts';
export { isCold } from './progress/cold.ts';
export {
  type ColdCheck,
  coldChecksOf,
  earlierOf,
  earlierOfGroup,
  type EarlierView,
  MOST_EARLIER,
  type StudentKnownView,
} from './progress/known-of-student.ts';
export { linesOfChecks } from './progress/lines-of-checks.ts';
export { kindsOfFirstCheck, type PriorDocument, priorOfAcademy } from './progress/academy-prior.ts';
export { readdressOfStudent, type StudentReaddress } from './progress/readdress-of-student.ts';

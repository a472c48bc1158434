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
  type EyeGround,
  type FadingView,
  type PlanPage,
  type PlanPageBlock,
  type ConsentView,
  type ProposedConsentView,
  type HandOutPage,
  type HandOutView,
  type NewStudentLinkView,
  type StationPlanView,
  type StudentLinkView,
  type StudentLinkPage,
  type TrainingGround,
  type TakeHomeView,
} from './api/take-home-views.ts';

// Kinds of records
export {
  DECLARED_KINDS,
  type DeclaredKind,
  type FieldKind,
  KIND,
  kindFacts,
  type KindFacts,
  type KindName,
  parentsOf,
  saidByKind,
} from './kinds.ts';

// Validation
export * from './validate.ts';
export { DocumentRefused, type Refusal } from './refusal/document-refused.ts';
export { studentInputOf } from './api/student-input.ts';

// Reading files
export { LONGEST_TEXT, parseJson, tooLong } from './refusal/parse-json.ts';
export { seenJson, seenText } from './refusal/well-formed.ts';

// What the server answers
export {
  type AcademyEventView,
  type AuditEntryView,
  type InstructorView,
  type InvitationView,
  type LinkView,
  type PostView,
  type SyncChange,
  type SyncView,
  type SessionEntryView,
  type SessionView,
  type InstallationView,
} from './api/academy-views.ts';
export {
  type CheckVersionsView,
  type CheckReason,
  type CheckVersionView,
  type CheckView,
  type MeasuredCheckView,
  type MeasuredLineView,
  type SavedCheckView,
} from './api/check-views.ts';
export {
  type LessonView,
  type LastColdView,
  type LineFlag,
  type StudentListView,
  type StudentCardView,
  type StudentHistoryView,
  type StudentView,
  type TeeSheetEntry,
  type TodayView,
} from './api/lesson-views.ts';
export { type EyeView, type Kept, type MethodView, type PlaceView } from './api/record-views.ts';
export { type ClubGroup } from './api/club-group.ts';
export {
  type BallView,
  type EarlierView,
  type Judgement,
  type LastTimeView,
  type LessonAroundView,
  type PriorDocument,
  type StudentKnownView,
  type StudentDay,
  type StudentReaddress,
} from './api/known-views.ts';
export {
  type Answers,
  type ChangedViews,
  type FileAnswer,
  type KindViews,
  type PathParams,
  type RouteName,
} from './api/routes.ts';

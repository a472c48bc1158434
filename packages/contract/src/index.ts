// Documents and requests, as their schemas describe them
export {
  type AngleReading,
  type CheckDocument,
  type CheckInput,
  type EyeReading,
  type FaceRodReading,
  type FirstAcademy,
  type Invitation,
  type GapsReading,
  type LessonInput,
  type LineResult,
  type LinkUse,
  type PasswordChange,
  type PasswordForgotten,
  type PointsAtReading,
  type ResultDocument,
  type SignIn,
  type SquareReading,
  type StudentInput,
  type TurnResult,
  type Unlock,
} from './generated/types.ts';

// Validation
export {
  validateCheckDocument,
  validateCheckInput,
  validateFirstAcademy,
  validateInvitation,
  validateLessonInput,
  validateLinkUse,
  validatePasswordChange,
  validatePasswordForgotten,
  type Validator,
  validateResultDocument,
  validateSignIn,
  validateStudentInput,
  validateUnlock,
} from './validate.ts';
export { DocumentRefused, type Refusal } from './refusal/document-refused.ts';

// Composing and solving
export {
  composeCheck,
  type FaceReadings,
  type QuickCheck,
  readingsOf,
  type ToeReadings,
} from './check/compose-check.ts';
export { ALL_PARALLEL, type MethodChoice } from './method/all-parallel.ts';
export { type Feel, feelOfSquaring } from './check/feel.ts';
export { groundDrawing, type GroundDrawing } from './check/ground-drawing.ts';
export { type ReadableSolution, solveReadable } from './check/solve-readable.ts';
export { solveDocument } from './check/solve-document.ts';
export { documentField } from './units/si.ts';

// What the server answers
export {
  type AuditEntryView,
  type CheckReason,
  type CheckVersionView,
  type CheckView,
  type InstructorView,
  type LessonView,
  type LinkView,
  type PostView,
  type SavedCheckView,
  type SessionEntryView,
  type SessionView,
  type SetupView,
  type StudentPageView,
  type StudentView,
  type TeeSheetEntry,
  type TodayView,
} from './api/views.ts';

import {
  type AcademyLine,
  type ConsentInput,
  type HandOutInput,
  type PrintRequest,
  type SelfCheckInput,
  type StudentLinkInput,
  type CheckDocument,
  type CheckInput,
  type PracticeDoneInput,
  type RoutineInput,
  type ErasureInput,
  type FirstAcademy,
  type InstructorChange,
  type InstructorChoice,
  type Invitation,
  type InstructorSettings,
  type LessonInput,
  type LinkUse,
  type MethodDocument,
  type MethodInput,
  type PasswordChange,
  type PasswordForgotten,
  type PlaceInput,
  type ReadingMapping,
  type ResultDocument,
  type RetentionInput,
  type SeriesDocument,
  type SignIn,
  type StudentInput,
  type TrackDocument,
  type Unlock,
} from './generated/types.ts';
import { type DeclaredKind } from './kinds.ts';
import * as generated from './generated/validators.ts';
import { DocumentRefused } from './refusal/document-refused.ts';
import { refusalOf, type SchemaError } from './refusal/refusal-words.ts';
import { brokenTexts, hasBrokenText } from './refusal/well-formed.ts';

/** What an Ajv standalone validator is: a predicate that leaves its errors on itself. */
interface GeneratedValidator {
  (value: unknown): boolean;
  readonly errors?: readonly SchemaError[] | null;
}

/** Takes anything, returns it as its type. @throws DocumentRefused with the path of the first thing that is wrong */
export type Validator<T> = (value: unknown) => T;

function validator<T>(generatedValidator: unknown): Validator<T> {
  const check = generatedValidator as GeneratedValidator;
  return (value) => {
    requireKnownVersion(value);
    if (!check(value))
      throw new DocumentRefused((check.errors ?? []).map((error) => refusalOf(error, value)));
    if (hasBrokenText(value)) throw new DocumentRefused(brokenTexts(value));
    return value as T;
  };
}

/** The newest version of every format that this program reads. */
const NEWEST_VERSION = 1;

/** Before anything else: what a newer version changed cannot be judged here. @throws DocumentRefused */
function requireKnownVersion(value: unknown): void {
  if (typeof value !== 'object' || value === null || !('format' in value) || !('version' in value)) return;
  const { version } = value;
  if (typeof version !== 'number' || !Number.isInteger(version) || version <= NEWEST_VERSION) return;
  throw new DocumentRefused([
    {
      code: 'newer-version',
      path: '/version',
      message: `This is version ${version}; this program reads up to version ${NEWEST_VERSION}. Use a newer program.`,
    },
  ]);
}

/** Validates one line of a `lotrecht-academy` file. */
export const validateAcademyLine: Validator<AcademyLine> = validator(generated.validateAcademyLine);
/** Validates a `lotrecht-check` document. */
export const validateCheckDocument: Validator<CheckDocument> = validator(generated.validateCheckDocument);
/** Validates a `lotrecht-result` document. */
export const validateResultDocument: Validator<ResultDocument> = validator(generated.validateResultDocument);
/** Validates a `lotrecht-series` document. */
export const validateSeriesDocument: Validator<SeriesDocument> = validator(generated.validateSeriesDocument);
/** Validates a `lotrecht-track` document. */
export const validateTrackDocument: Validator<TrackDocument> = validator(generated.validateTrackDocument);
/** Validates a `lotrecht-method` document by its schema alone; `requireMethodDocument` looks at the limits too. */
export const validateMethodDocument: Validator<MethodDocument> = validator(generated.validateMethodDocument);
/** Validates a method as it is saved, by its schema alone. */
export const validateMethodInput: Validator<MethodInput> = validator(generated.validateMethodInput);
/** Validates a check as it is saved. */
export const validateCheckInput: Validator<CheckInput> = validator(generated.validateCheckInput);
/** Validates a student as typed in. */
export const validateStudentInput: Validator<StudentInput> = validator(generated.validateStudentInput);
/** Validates a lesson as typed in. */
export const validateLessonInput: Validator<LessonInput> = validator(generated.validateLessonInput);

/** Validates what a student has practised. */
export const validatePracticeDoneInput: Validator<PracticeDoneInput> = validator(
  generated.validatePracticeDoneInput,
);
/** Validates a recorded walk-in. */
export const validateRoutineInput: Validator<RoutineInput> = validator(generated.validateRoutineInput);

/** Validates a request of this type. @throws DocumentRefused */
export const validateConsentInput: Validator<ConsentInput> = validator(generated.validateConsentInput);

/** Validates a request of this type. @throws DocumentRefused */
export const validateHandOutInput: Validator<HandOutInput> = validator(generated.validateHandOutInput);

/** Validates a request of this type. @throws DocumentRefused */
export const validatePrintRequest: Validator<PrintRequest> = validator(generated.validatePrintRequest);

/** Validates a request of this type. @throws DocumentRefused */
export const validateSelfCheckInput: Validator<SelfCheckInput> = validator(generated.validateSelfCheckInput);

/** Validates a request of this type. @throws DocumentRefused */
export const validateStudentLinkInput: Validator<StudentLinkInput> = validator(
  generated.validateStudentLinkInput,
);
/** Validates a place by its schema alone; `requirePlace` looks at its marks too. */
export const validatePlaceInput: Validator<PlaceInput> = validator(generated.validatePlaceInput);
/** Validates what an instructor sets once. */
export const validateInstructorSettings: Validator<InstructorSettings> = validator(
  generated.validateInstructorSettings,
);
/** Validates a sign-in. */
export const validateSignIn: Validator<SignIn> = validator(generated.validateSignIn);
/** Validates the making of the first academy. */
export const validateFirstAcademy: Validator<FirstAcademy> = validator(generated.validateFirstAcademy);
/** Validates the password that opens a locked session. */
export const validateUnlock: Validator<Unlock> = validator(generated.validateUnlock);
/** Validates a change of one's own password. */
export const validatePasswordChange: Validator<PasswordChange> = validator(generated.validatePasswordChange);
/** Validates the address of a forgotten password. */
export const validatePasswordForgotten: Validator<PasswordForgotten> = validator(
  generated.validatePasswordForgotten,
);
/** Validates an invitation. */
export const validateInvitation: Validator<Invitation> = validator(generated.validateInvitation);
/** Validates what a head changes of an instructor. */
export const validateInstructorChange: Validator<InstructorChange> = validator(
  generated.validateInstructorChange,
);
/** Validates to whom a student goes. */
export const validateInstructorChoice: Validator<InstructorChoice> = validator(
  generated.validateInstructorChoice,
);
/** Validates which column of a foreign table means what. */
export const validateReadingMapping: Validator<ReadingMapping> = validator(generated.validateReadingMapping);
/** Validates how long data is kept. */
export const validateRetentionInput: Validator<RetentionInput> = validator(generated.validateRetentionInput);
/** Validates the erasing of a student. */
export const validateErasureInput: Validator<ErasureInput> = validator(generated.validateErasureInput);
/** Validates the use of a one-time link. */
export const validateLinkUse: Validator<LinkUse> = validator(generated.validateLinkUse);

/** What comes in for a kind of which everything follows from what is declared, by the schema of its name. */
export function validateKind<Input>(name: DeclaredKind): Validator<Input> {
  const title = name.replace(/(^|-)([a-z])/g, (_all, _dash, letter: string) => letter.toUpperCase());
  return validator((generated as Readonly<Record<string, unknown>>)[`validate${title}Input`]);
}

import { type InstructorSettings, type PlaceMark, type StationPlan } from '../generated/types.ts';
import { type ClubGroup } from './club-group.ts';

/** A station kept to be laid again. */
export interface StationPlanView {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly placeId: string | null;
  readonly plan: StationPlan;
}

/** What goes home with a check. */
export interface HandOutView {
  readonly id: string;
  readonly revision: number;
  readonly studentId: string;
  readonly checkId: string;
  readonly drillId: string;
  readonly dose: string;
  readonly own: string;
  readonly junior: boolean;
  /** UTC, ISO 8601. */
  readonly createdAt: string;
}

/** A link that a student, or a minor's guardian, was sent. Its token is shown once and stored nowhere. */
export interface StudentLinkView {
  readonly id: string;
  readonly recipient: string;
  readonly createdAt: string;
  readonly expiresAt: string;
  readonly revokedAt: string | null;
  readonly lastUsedAt: string | null;
}

/** A link just made, with the one sight of its address. */
export interface NewStudentLinkView extends StudentLinkView {
  readonly address: string;
}

/** A guardian's consent. */
export interface ConsentView {
  readonly id: string;
  /** What it covers: keeping records of lessons and checks, or a link to them for the guardian. */
  readonly scope: 'records' | 'link';
  readonly givenBy: string;
  readonly givenOn: string;
  readonly recordedAt: string;
  /** False: it came in by a file, and counts when a head has confirmed it. */
  readonly confirmed: boolean;
  readonly withdrawnAt: string | null;
}

/** A consent that came in by a file and waits for a head's word. */
export interface ProposedConsentView extends Pick<ConsentView, 'id' | 'scope' | 'givenBy' | 'givenOn'> {
  readonly studentId: string;
  readonly studentName: string;
}

/** What a student is sent, shared and consented to. */
export interface TakeHomeView {
  readonly handOuts: readonly HandOutView[];
  readonly links: readonly StudentLinkView[];
  readonly consents: readonly ConsentView[];
}

/** A hand-out as a phone shows it: words, and pictures as SVG. */
export interface HandOutPage {
  readonly id: string;
  /** Day of the lesson, YYYY-MM-DD. */
  readonly heldOn: string;
  readonly priority: readonly string[];
  readonly found: readonly string[];
  readonly own: string;
  readonly drill: { readonly name: string; readonly how: string; readonly dose: string };
  readonly checkYourself: readonly string[];
  readonly cautions: readonly string[];
  readonly board: string;
  /** Null where no target was noted. */
  readonly sight: { readonly now: string; readonly goal: string } | null;
}

/** What a trainer leads through. */
export interface TrainingGround {
  /** Name of the method. */
  readonly method: string;
  readonly steps: readonly { readonly step: string; readonly title: string; readonly cue: string }[];
  /** What can be aimed at, by name; none where no place is known. */
  readonly targets: readonly string[];
}

/** What the eye is trained with: the student's own club, and what is seen at the place of the newest lesson. */
export interface EyeGround {
  readonly clubGroup: ClubGroup;
  /** Null: never measured. */
  readonly statureMm: number | null;
  readonly marks: readonly PlaceMark[];
}

/** Where the help of a plan stands, and what moved it. */
export interface FadingView {
  readonly planId: string;
  readonly stage: PlanPage['stage'];
  /** After each self-check: how likely the line stood as wanted. */
  readonly inProbability: readonly number[];
  /** Day of each self-check, YYYY-MM-DD. */
  readonly days: readonly string[];
  readonly steps: readonly {
    readonly read: number;
    readonly from: PlanPage['stage'];
    readonly to: PlanPage['stage'];
    readonly why: 'two-in' | 'one-out';
  }[];
}

/** A part of a session, as a phone leads through it. */
export interface PlanPageBlock {
  /** `looks`, `drill:` with its id, `performance`, `eye` or `check`. */
  readonly block: string;
  readonly title: string;
  readonly dose: string;
  readonly reps: number;
  readonly steps: readonly string[];
  readonly feel: string;
  readonly cautions: readonly string[];
  /** From above, at the student's own sizes, as SVG; null where nothing is laid. */
  readonly drawing: string | null;
}

/** What a student is to practise until the next lesson. */
export interface PlanPage {
  readonly id: string;
  readonly oneThing: string;
  readonly note: string;
  /** The line that the self-checks read, and how it is read. */
  readonly line: 'face' | 'toes' | 'heels' | 'knees' | 'hips' | 'shoulders' | 'eyes';
  readonly checkHow: string;
  readonly stage: 'rods' | 'checks' | 'mark' | 'nothing' | 'pressure';
  /** What the stage means, and why it is this one. */
  readonly help: string;
  readonly why: string;
  readonly sessions: readonly { readonly id: string; readonly on: string; readonly doneOn: string | null }[];
  readonly blocks: readonly PlanPageBlock[];
  /** Where a calendar finds it; null for a link from before there were any. */
  readonly calendarPath: string | null;
}

/** What a student's link shows: a first name and hand-outs, nothing else. */
export interface StudentLinkPage {
  readonly firstName: string;
  readonly handedness: 'right' | 'left';
  readonly minor: boolean;
  readonly academyName: string;
  /** UTC, ISO 8601. */
  readonly expiresAt: string;
  /** Where the last target was, for a reading of where the club points; null where none was noted. */
  readonly target: { readonly name: string; readonly distanceM: number } | null;
  /** Between the toe tips at the last check, mm. */
  readonly baseMm: number;
  /** What the academy types and tells in; missing on a page that a phone has kept from before: mm and m. */
  readonly units?: {
    readonly length: InstructorSettings['lengthUnit'];
    readonly distance: InstructorSettings['distanceUnit'];
  };
  readonly handOuts: readonly HandOutPage[];
  readonly training: TrainingGround;
  readonly eye: EyeGround;
  /** Null: none was made. */
  readonly plan: PlanPage | null;
  /** Days on which the drill was ticked off, newest first. */
  readonly drillDays: readonly string[];
}

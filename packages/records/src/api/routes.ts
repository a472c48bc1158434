import {
  type BallRunInput,
  type ClubInput,
  type CourseInput,
  type EyeOnScreenInput,
  type InstructorSettings,
  type OwnDrillInput,
  type PracticeDoneInput,
  type PracticePlanInput,
  type RoutineInput,
  type UsualMissInput,
} from '../generated/types.ts';
import { type LessonAroundView, type StudentKnownView } from './known-views.ts';
import { type CohortView, type RetentionView, type RosterView } from './roster-views.ts';
import {
  type ConsentView,
  type FadingView,
  type HandOutView,
  type NewStudentLinkView,
  type ProposedConsentView,
  type StationPlanView,
  type StudentLinkPage,
  type TakeHomeView,
} from './take-home-views.ts';
import {
  type AcademyEventView,
  type AuditEntryView,
  type InstallationView,
  type InstructorView,
  type InvitationView,
  type LinkView,
  type PostView,
  type SessionEntryView,
  type SessionView,
  type SyncView,
} from './academy-views.ts';
import {
  type CheckVersionsView,
  type CheckView,
  type MeasuredCheckView,
  type MeasuredLineView,
  type SavedCheckView,
} from './check-views.ts';
import {
  type LessonView,
  type StudentCardView,
  type StudentHistoryView,
  type StudentListView,
  type StudentView,
  type TodayView,
} from './lesson-views.ts';
import { type EyeView, type Kept, type MethodView, type PlaceView } from './record-views.ts';

/** Answered with a file, or with lines as they come: no answer of JSON. */
export interface FileAnswer {
  readonly answered: 'as-file';
}

/** How a record of a kind is answered, by its path. */
export interface KindViews {
  readonly 'ball-runs': Kept<BallRunInput>;
  readonly clubs: Kept<ClubInput>;
  readonly courses: Kept<CourseInput>;
  readonly 'eye-on-screen': Kept<EyeOnScreenInput>;
  readonly methods: MethodView;
  readonly 'own-drills': Kept<OwnDrillInput>;
  readonly places: PlaceView;
  readonly 'practice-done': Kept<PracticeDoneInput>;
  readonly 'practice-plans': Kept<PracticePlanInput>;
  readonly routines: Kept<RoutineInput>;
  readonly 'station-plans': StationPlanView;
  readonly 'usual-misses': Kept<UsualMissInput>;
}

/** How a record is answered that is changed like one of a kind, and shown by pages of its own. */
export interface ChangedViews extends KindViews {
  readonly students: StudentView;
  readonly lessons: Omit<LessonView, 'checks'>;
  readonly 'hand-outs': HandOutView;
}

type OfKinds = { readonly [P in keyof KindViews as `GET /api/${P}`]: readonly KindViews[P][] } & {
  readonly [P in keyof KindViews as `GET /api/${P}/:id`]: KindViews[P];
};

type Changes = {
  readonly [P in keyof ChangedViews as `PUT /api/${P}/:id` | `PATCH /api/${P}/:id`]: ChangedViews[P];
} & {
  readonly [P in keyof ChangedViews as `DELETE /api/${P}/:id` | `POST /api/${P}/:id/restore`]: null;
};

/**
 * What the server answers to whom it does not refuse, by method and path; null: nothing (204). A route of the server
 * returns it, and a page asks by the same name: what one says and the other does not expect cannot be built.
 */
export interface Answers extends OfKinds, Changes {
  readonly 'GET /health/live': { readonly status: 'live' };
  readonly 'GET /health/ready': { readonly status: 'ready' | 'starting' | 'database-away' };

  readonly 'GET /api/setup': InstallationView;
  readonly 'POST /api/setup': SessionView;
  readonly 'POST /api/session': SessionView;
  readonly 'GET /api/session': SessionView;
  readonly 'DELETE /api/session': null;
  readonly 'POST /api/session/lock': null;
  readonly 'POST /api/session/unlock': SessionView;
  readonly 'GET /api/sessions': readonly SessionEntryView[];
  readonly 'DELETE /api/sessions': null;
  readonly 'DELETE /api/sessions/:id': null;
  readonly 'PUT /api/password': null;
  readonly 'POST /api/password-forgotten': Record<string, never>;
  readonly 'POST /api/invitations': Record<string, never>;
  readonly 'GET /api/invitations': readonly InvitationView[];
  readonly 'DELETE /api/invitations/:id': null;
  readonly 'GET /api/links/:token': LinkView;
  readonly 'POST /api/links/:token': null;
  readonly 'GET /api/instructors': readonly InstructorView[];
  readonly 'PUT /api/instructors/:id': null;
  readonly 'DELETE /api/instructors/:id/sessions': null;
  readonly 'GET /api/post': readonly PostView[];
  readonly 'GET /api/settings': InstructorSettings;
  readonly 'PUT /api/settings': InstructorSettings;
  readonly 'GET /api/eye': EyeView;

  readonly 'GET /api/audit': readonly AuditEntryView[];
  readonly 'GET /api/academy/events': readonly AcademyEventView[];
  readonly 'GET /api/sync': SyncView;
  readonly 'GET /api/academy/retention': RetentionView;
  readonly 'PUT /api/academy/retention': RetentionView;
  readonly 'GET /api/erased-students': readonly string[];
  readonly 'POST /api/students/:id/erase': null;
  readonly 'GET /api/roster': RosterView;
  readonly 'GET /api/roster/cohort': CohortView;
  readonly 'PUT /api/students/:id/instructor': null;

  readonly 'GET /api/today/:date': TodayView;
  readonly 'GET /api/students': StudentListView;
  readonly 'GET /api/students/:id': StudentCardView;
  readonly 'GET /api/students/:id/history': StudentHistoryView;
  readonly 'GET /api/students/:id/known': StudentKnownView;
  readonly 'GET /api/students/:id/lines': readonly MeasuredCheckView[];
  readonly 'GET /api/students/:id/lines/:line': readonly MeasuredLineView[];
  readonly 'GET /api/lessons/:id': LessonView;
  readonly 'GET /api/lessons/:id/around': LessonAroundView;
  readonly 'GET /api/checks/:id': CheckView;
  readonly 'GET /api/checks/:id/versions': CheckVersionsView;
  readonly 'PUT /api/checks/:id': SavedCheckView;
  readonly 'DELETE /api/checks/:id': null;
  readonly 'POST /api/checks/:id/restore': null;

  readonly 'POST /api/students/:id/consents': readonly ConsentView[];
  readonly 'GET /api/students/:id/consents': readonly ConsentView[];
  readonly 'GET /api/consents/proposed': readonly ProposedConsentView[];
  readonly 'POST /api/consents/:id/confirm': null;
  readonly 'DELETE /api/consents/:id': null;
  readonly 'GET /api/students/:id/take-home': TakeHomeView;
  readonly 'GET /api/students/:id/fading': { readonly fading: FadingView | null };
  readonly 'POST /api/students/:id/student-links': NewStudentLinkView;
  readonly 'DELETE /api/student-links/:id': null;
  readonly 'GET /api/take-home': StudentLinkPage;
  readonly 'PUT /api/take-home/self-checks/:id': null;
  readonly 'PUT /api/take-home/practice/:id': null;

  readonly 'POST /api/print': FileAnswer;
  readonly 'GET /api/hand-outs/:id/file': FileAnswer;
  readonly 'GET /api/students/:id/practice-calendar': FileAnswer;
  readonly 'GET /api/calendars/:token': FileAnswer;
  readonly 'GET /api/calendar': FileAnswer;
  readonly 'GET /api/academy/export': FileAnswer;
  readonly 'GET /api/academy/tables/:table': FileAnswer;
  readonly 'GET /api/students/:id/export': FileAnswer;
  readonly 'POST /api/academy/readings': FileAnswer;
  readonly 'POST /api/academy/import': FileAnswer;
}

/** A route, as server and pages call it: `GET /api/today/:date`. */
export type RouteName = keyof Answers;

/** What stands in the path of a route, by name: `:id`. */
export type PathParams<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | PathParams<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

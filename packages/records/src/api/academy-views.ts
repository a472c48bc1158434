/** Who is signed in, and where. */
export interface SessionView {
  /** The tablet was left alone: only the password opens it again. */
  readonly locked: boolean;
  readonly instructor: {
    readonly id: string;
    readonly name: string;
    readonly email: string;
    readonly role: 'head' | 'instructor';
  };
  readonly academy: { readonly id: string; readonly name: string };
}

/** Whether the installation still waits for its first academy. */
export interface InstallationView {
  readonly needed: boolean;
}

/** One device that is signed in. */
export interface SessionEntryView {
  readonly id: string;
  readonly device: string;
  /** UTC, ISO 8601. */
  readonly createdAt: string;
  readonly lastSeenAt: string;
  /** The device that asks. */
  readonly here: boolean;
}

/** An instructor of the academy. */
export interface InstructorView {
  readonly id: string;
  readonly name: string;
  /** Null: came in by a file and has none yet; an invitation gives them one. */
  readonly email: string | null;
  readonly role: 'head' | 'instructor';
  /** Signs in no more. */
  readonly suspended: boolean;
  readonly studentCount: number;
}

/** What a one-time link opens, before it is used. */
export interface LinkView {
  readonly kind: 'invitation' | 'password-reset';
  readonly academyName: string;
  readonly name: string;
  readonly email: string;
}

/** A letter to somebody, without the secret of what it opens. */
export interface PostView {
  readonly id: string;
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  readonly writtenAt: string;
  /** Null: not yet, or never. */
  readonly sentAt: string | null;
  /** `given-up`: what it opens was over before the mail service took it. */
  readonly state: 'sent' | 'waiting' | 'given-up';
  /** How often the mail service was asked to take it. */
  readonly tries: number;
}

/** One access to a student's data. */
export interface AuditEntryView {
  readonly at: string;
  readonly instructorName: string;
  /** Empty: erased since. */
  readonly studentName: string;
  readonly action: 'seen' | 'changed' | 'deleted' | 'restored' | 'erased' | 'printed' | 'exported' | 'moved';
  /** What of the student it was about: a kind of record, or `lists`, `lines`, `versions`. */
  readonly what: string;
  /** By the student's own link; the instructor is the one whose student it is. */
  readonly byLink: boolean;
  /** It came in by a file: what the file says, and nothing that was seen here. */
  readonly imported: boolean;
}

/** An invitation that is open. */
export interface InvitationView {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'head' | 'instructor';
  /** The head's name. */
  readonly invitedBy: string;
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** What was done with an academy as a whole. */
export interface AcademyEventView {
  readonly at: string;
  readonly instructorName: string;
  readonly action:
    | 'exported'
    | 'table-exported'
    | 'imported'
    | 'readings-imported'
    | 'suspended'
    | 'let-in'
    | 'retention-set'
    | 'invited'
    | 'invitation-closed'
    | 'consent-confirmed'
    | 'signed-out';
  /** What it was done with, for a person; never a student. */
  readonly detail: string;
}

/** One record that was changed, as devices that hold it are told. */
export interface SyncChange {
  /** In one order within the academy. */
  readonly sequence: number;
  /** A kind of record. */
  readonly kind: string;
  readonly id: string;
  /** What it was changed to; null for what has no revisions, or keeps the one it had. */
  readonly revision: number | null;
  /** Whose it is; null for what is the academy's own. */
  readonly studentId: string | null;
  /** Taken away, erased, or no longer the asker's to see: whoever holds it lets go of it. */
  readonly gone: boolean;
  /** UTC, ISO 8601. */
  readonly at: string;
}

/** What has changed since a number, a page of it. */
export interface SyncView {
  readonly changes: readonly SyncChange[];
  /** What to ask with for the next page, or the next time. */
  readonly next: number;
  readonly more: boolean;
}

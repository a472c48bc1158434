/** Whose record of which kind. */
export interface EntryKey {
  /** Whose device part it is: what another typed on the same device stays closed to them. */
  readonly owner: string;
  /** As the server calls the kind in conflicts and changes. */
  readonly kind: string;
  readonly id: string;
}

/** A record that another one stands on: a check of a lesson, a hand-out of a check. */
export type Parent = Omit<EntryKey, 'owner'>;

/** A record as the server had it when something was typed over it. */
export interface Base {
  /** From 1. */
  readonly revision: number;
  /** What it says, as it would be typed. */
  readonly said: unknown;
}

/** What stands in the fields. */
interface Typed {
  /** Everything that its page needs to show them again, as typed. */
  readonly content: unknown;
  /** What its page keeps beside it; null: nothing. */
  readonly more: unknown;
  /** Rises with every typing: what was typed after an asking has a larger one. */
  readonly turn: number;
  /** ISO. */
  readonly at: string;
  /** The page that it stands on: what another page has of the same record is not known to this one. */
  readonly by: string;
}

/** What went out and was not answered. */
export interface Sent {
  readonly said: unknown;
  /** The page that knows of it. */
  readonly by: string;
}

/** What was asked to be kept. */
interface Asked {
  /** The record as it is to be. */
  readonly said: unknown;
  /** The turn of typing that it was made from. */
  readonly turn: number;
  /** Milliseconds since 1970 at the first asking: what was asked first goes out first. */
  readonly since: number;
  /** The same for every try of one asking: a server that answers by it keeps it once. */
  readonly once: string;
  /** The page that asked. */
  readonly by: string;
  /** What that page had of the server: it is held to this. */
  readonly over: Base | null;
}

/** What stops a record until a person has decided. */
type Trouble =
  | { readonly what: 'refused'; readonly problem: unknown }
  /** Somebody else has kept another version meanwhile. */
  | { readonly what: 'conflict'; readonly theirs: unknown };

/**
 * What a device holds of one record that was typed here and is not known to be kept. A record that is kept has none.
 */
export interface Entry extends EntryKey {
  /** What has to be on the server before it. */
  readonly parents: readonly Parent[];
  /** What the page that typed had of the server; null: nothing, it is new. */
  readonly base: Base | null;
  readonly typed: Typed;
  /** Null: nothing is to be sent. */
  readonly asked: Asked | null;
  /** What went out and was not answered: the server may have any of it, and it is our own. */
  readonly sent: readonly Sent[];
  readonly trouble: Trouble | null;
  /** What the page and the erasure of students look it up by. */
  readonly of: { readonly studentId?: string; readonly lessonId?: string };
}

/** A record as the server tells it. */
export interface View {
  readonly revision: number;
}

/** How records are compared, kind by kind. */
export interface Protocol {
  /** What of a record, or of what is sent for one, is compared and changed. What it gives gives itself again. */
  said(kind: string, of: unknown): unknown;
}

/** @returns one text for a key, for maps */
export function keyText({ owner, kind, id }: EntryKey): string {
  return `${owner} ${kind} ${id}`;
}

import { type Entry, type Parent, type Protocol } from './entry.ts';
import { patchOf } from './patch.ts';

/** What goes to the server for a record. */
export interface Request {
  /** `create` says all of a new one; `change` what differs from the base, as a merge patch. */
  readonly does: 'create' | 'change';
  readonly kind: string;
  readonly id: string;
  /** The revision that it was made from; 0 for a new one. */
  readonly revision: number;
  /** The record as it is to be. */
  readonly said: unknown;
  /** With the revision: what a `change` sends. */
  readonly patch: object;
  readonly once: string;
  /** The page that asked. */
  readonly by: string;
}

const isThe =
  ({ kind, id }: Parent) =>
  (other: Parent): boolean =>
    other.kind === kind && other.id === id;

/**
 * What goes out next: what was asked first, and nothing before what it stands on. A record that a person has to decide
 * about stops what stands on it and nothing else.
 *
 * @param entries everything that one has on a device
 * @param isTried what this round has been through
 * @returns null: nothing goes
 */
export function nextToSend(
  entries: readonly Entry[],
  isTried: (entry: Entry) => boolean = () => false,
): Entry | null {
  const goes = (entry: Entry): boolean =>
    entry.asked !== null && entry.trouble === null && !isTried(entry) && !stands(entry, entries);
  return (
    entries
      .filter(goes)
      .toSorted((a, b) => (a.asked?.since ?? 0) - (b.asked?.since ?? 0) || (a.id < b.id ? -1 : 1))[0] ?? null
  );
}

/** Whether a record stands on one that the server has not got. */
function stands({ parents }: Entry, entries: readonly Entry[]): boolean {
  return parents.some((parent) => entries.some((other) => other.base === null && isThe(parent)(other)));
}

/** @returns what is sent for a record; null where nothing was asked */
export function requestOf({ kind, id, asked }: Entry, protocol: Protocol): Request | null {
  if (asked === null) return null;
  const { said, once, by, over } = asked;
  const revision = over?.revision ?? 0;
  const changed =
    over === null ? (said as object) : patchOf(over.said as object, protocol.said(kind, said) as object);
  return {
    does: over === null ? 'create' : 'change',
    kind,
    id,
    revision,
    said,
    patch: { ...changed, revision },
    once,
    by,
  };
}

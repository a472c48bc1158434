import { type Base, type Entry, type EntryKey, type Protocol, type Sent, type View } from './entry.ts';
import { saysTheSame } from './patch.ts';

/** What a record is when the first thing is typed into it. */
export type Begun = Pick<Entry, 'parents' | 'base' | 'of'>;

/** What the server said. */
export type Answer =
  | { readonly is: 'kept'; readonly view: unknown }
  | { readonly is: 'conflict'; readonly theirs: unknown }
  | { readonly is: 'refused'; readonly problem: unknown }
  /** Trouble that passes by itself: whether it arrived is not known. */
  | { readonly is: 'unknown'; readonly problem: unknown }
  /** Locked or signed out: nothing more goes from here before somebody has signed in. */
  | { readonly is: 'closed'; readonly problem: unknown };

/** Something that happens to a record on a device. */
export type Happening =
  | {
      readonly is: 'typed';
      readonly content: unknown;
      readonly more: unknown;
      /** ISO. */
      readonly at: string;
      /** The page. */
      readonly by: string;
      /** What it was typed over, as that page knows it. */
      readonly begun: Begun;
    }
  | {
      readonly is: 'asked';
      /** The record as it is to be kept. */
      readonly said: unknown;
      readonly content: unknown;
      readonly more: unknown;
      /** ISO. */
      readonly at: string;
      readonly once: string;
      readonly by: string;
      readonly begun: Begun;
    }
  /** It goes out now; on the device before it is on its way. */
  | { readonly is: 'sent' }
  | {
      readonly is: 'answered';
      readonly said: unknown;
      /** The page that had asked. */
      readonly by: string;
      readonly answer: Answer;
    }
  /** A page has fetched it, and shows what was typed; null: the server does not have it. */
  | { readonly is: 'fetched'; readonly view: unknown; readonly by: string }
  /** What was typed here goes over what somebody else has kept. */
  | { readonly is: 'mine-chosen'; readonly once: string; readonly at: string; readonly by: string }
  | { readonly is: 'theirs-chosen' }
  /** Nothing of it is wanted any more. */
  | { readonly is: 'forgotten' };

/**
 * The life of a record that is typed, asked to be kept, sent and answered: from what the device has of it, and what
 * happens, to what it has then.
 *
 * @param entry null: nothing was typed, or all of it is kept
 * @returns null where the device has nothing more to hold
 */
export function step(
  key: EntryKey,
  entry: Entry | null,
  happening: Happening,
  protocol: Protocol,
): Entry | null {
  switch (happening.is) {
    case 'typed': {
      const before = seenBy(entry ?? emptyEntry(key, happening.begun), happening);
      return {
        ...before,
        typed: { ...typedOf(happening), turn: before.typed.turn + 1 },
        // What was refused has been mended, perhaps; two who differ stand until somebody has chosen.
        trouble: before.trouble?.what === 'conflict' ? before.trouble : null,
      };
    }
    case 'asked':
      return asked(seenBy(entry ?? emptyEntry(key, happening.begun), happening), happening);
    case 'sent':
      return entry === null || entry.asked === null
        ? entry
        : { ...entry, sent: withSent(entry, entry.asked, protocol) };
    case 'answered':
      return entry && answered(entry, happening, protocol);
    case 'fetched':
      return entry && fetched(adopted(entry, happening.by), happening.view, protocol);
    case 'mine-chosen':
      return entry && mineChosen(entry, happening, protocol);
    case 'theirs-chosen':
    case 'forgotten':
      return null;
  }
}

function typedOf({
  content,
  more,
  at,
  by,
}: Pick<Extract<Happening, { is: 'typed' }>, 'content' | 'more' | 'at' | 'by'>): Omit<
  Entry['typed'],
  'turn'
> {
  return { content, more, at, by };
}

/** What another page has kept or typed was not seen by this one: it goes over what it has seen, and is told of the rest. */
function seenBy(
  entry: Entry,
  { by, begun }: Pick<Extract<Happening, { is: 'typed' }>, 'by' | 'begun'>,
): Entry {
  return by === entry.typed.by ? entry : { ...entry, base: begun.base };
}

/** A page that shows what was typed before has seen all of it. */
function adopted(entry: Entry, by: string): Entry {
  return {
    ...entry,
    typed: { ...entry.typed, by },
    asked: entry.asked && { ...entry.asked, by },
    sent: entry.sent.map(({ said }) => ({ said, by })),
  };
}

function emptyEntry({ owner, kind, id }: EntryKey, { parents, base, of }: Begun): Entry {
  const typed = { content: null, more: null, turn: 0, at: '', by: '' };
  return { owner, kind, id, parents, of, base, typed, asked: null, sent: [], trouble: null };
}

function asked(entry: Entry, happening: Extract<Happening, { is: 'asked' }>): Entry {
  const turn = entry.typed.turn + 1;
  return {
    ...entry,
    typed: { ...typedOf(happening), turn },
    asked: {
      said: happening.said,
      turn,
      since: entry.asked?.since ?? Date.parse(happening.at),
      once: happening.once,
      by: happening.by,
      over: entry.base,
    },
    trouble: entry.trouble?.what === 'conflict' ? entry.trouble : null,
  };
}

function withSent({ kind, sent }: Entry, { said, by }: Sent, protocol: Protocol): readonly Sent[] {
  return [
    ...sent.filter((other) => other.by !== by || !same(kind, other.said, said, protocol)),
    { said, by },
  ];
}

/** Whether two say the same of what a kind says. */
function same(kind: string, one: unknown, other: unknown, protocol: Protocol): boolean {
  return saysTheSame(protocol.said(kind, one), protocol.said(kind, other));
}

function answered(
  entry: Entry,
  { said, by, answer }: Extract<Happening, { is: 'answered' }>,
  protocol: Protocol,
): Entry | null {
  switch (answer.is) {
    case 'unknown':
    case 'closed':
      return entry;
    case 'kept':
      return kept(entry, { said, by }, baseOf(entry.kind, answer.view, protocol), protocol);
    case 'refused':
      return isAsked(entry, said, protocol) && entry.asked?.by === by
        ? {
            ...entry,
            asked: null,
            // What was refused is not there; what went out before it may be.
            sent: entry.sent.filter((other) => !same(entry.kind, other.said, said, protocol)),
            trouble: { what: 'refused', problem: answer.problem },
          }
        : entry;
    case 'conflict': {
      const theirs = baseOf(entry.kind, answer.theirs, protocol);
      // What is asked now is another asking: it hears of it when it goes out.
      if (!isAsked(entry, said, protocol) || entry.asked?.by !== by) return entry;
      // Another tab has been told already, and it goes on from there.
      if (theirs.revision <= (entry.asked?.over?.revision ?? 0)) return entry;
      // What both say stands already: our own, whose answer was lost.
      if (isAsked(entry, theirs.said, protocol))
        return kept(entry, { said: theirs.said, by: entry.asked?.by ?? by }, theirs, protocol);
      if (isOurs(entry, theirs, protocol)) return over(entry, theirs, entry.asked?.by ?? by);
      return { ...entry, trouble: { what: 'conflict', theirs: answer.theirs } };
    }
  }
}

function isAsked({ kind, asked: now }: Entry, said: unknown, protocol: Protocol): boolean {
  return now !== null && same(kind, now.said, said, protocol);
}

/** It went out from the page that is asking now, or that what was typed stands on. */
function isOurs({ kind, sent, base, asked, typed }: Entry, theirs: Base, protocol: Protocol): boolean {
  const { by, over: before } = asked ?? { by: typed.by, over: base };
  return (
    theirs.revision > (before?.revision ?? 0) &&
    sent.some((other) => other.by === by && same(kind, other.said, theirs.said, protocol))
  );
}

/** The server has what a page knows of: what that page has typed and asked goes over it. */
function over(entry: Entry, base: Base, by: string): Entry {
  return {
    ...entry,
    base: entry.typed.by === by ? base : entry.base,
    asked: entry.asked && (entry.asked.by === by ? { ...entry.asked, over: base } : entry.asked),
  };
}

/** What was typed or asked since goes over it; what another page has typed does not. */
function kept(entry: Entry, { said, by }: Sent, base: Base, protocol: Protocol): Entry | null {
  const isLast = isAsked(entry, said, protocol) && entry.asked?.by === by;
  // An older answer that comes late says nothing new.
  if (base.revision < (entry.asked?.over?.revision ?? entry.base?.revision ?? 0)) return entry;
  if (isLast && entry.typed.turn === entry.asked?.turn) return null;
  const sent = entry.sent.filter((other) => other.by !== by);
  const left = { ...entry, asked: isLast ? null : entry.asked, sent, trouble: refusal(entry) };
  return over(left, base, by);
}

function fetched(entry: Entry, view: unknown, protocol: Protocol): Entry | null {
  if (view === null) return entry;
  const base = baseOf(entry.kind, view, protocol);
  const { by } = entry.typed;
  // It may be of before something that was kept from here.
  if (base.revision <= (entry.base?.revision ?? 0)) return entry;
  if (isAsked(entry, base.said, protocol)) return kept(entry, { said: base.said, by }, base, protocol);
  if (isOurs(entry, base, protocol)) return { ...over(entry, base, by), trouble: refusal(entry) };
  return { ...entry, trouble: { what: 'conflict', theirs: view } };
}

/** What was refused is for a person to mend, whatever else of it has been kept meanwhile. */
function refusal({ trouble }: Entry): Entry['trouble'] {
  return trouble?.what === 'refused' ? trouble : null;
}

function mineChosen(
  entry: Entry,
  { once, at, by }: Extract<Happening, { is: 'mine-chosen' }>,
  protocol: Protocol,
): Entry {
  if (entry.trouble?.what !== 'conflict') return entry;
  const base = baseOf(entry.kind, entry.trouble.theirs, protocol);
  const again = entry.asked && { ...entry.asked, once, since: Date.parse(at), by, over: base };
  return { ...entry, base, typed: { ...entry.typed, by }, asked: again, sent: [], trouble: null };
}

function baseOf(kind: string, view: unknown, protocol: Protocol): Base {
  return { revision: (view as View).revision, said: protocol.said(kind, view) };
}

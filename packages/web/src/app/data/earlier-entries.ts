import { kindFacts, parentsOf } from '@lotrecht/records/kinds';
import { type Entry } from '@lotrecht/sync';

/** A check as earlier versions kept it on a device. */
export interface EarlierCheck {
  readonly checkId: string;
  readonly lessonId: string;
  readonly studentId?: string;
  readonly instructorId: string;
  /** 0 for a new one. */
  readonly revision: number;
  readonly content: unknown;
  readonly saveKey: string;
  /** What was asked to be kept of it. */
  readonly asked?: object;
  readonly updatedAt: string;
}

/** A record of any other kind as earlier versions kept it on a device. */
export interface EarlierRecord {
  readonly instructorId: string;
  readonly kind: string;
  readonly id: string;
  readonly studentId?: string;
  readonly path: string;
  readonly revision: number;
  readonly input: unknown;
  readonly patch: object;
  readonly more: unknown;
  readonly asked: boolean;
  readonly sent?: unknown;
  readonly updatedAt: string;
}

/** The page that typed it is not open any more. */
const EARLIER = 'earlier';

/** Stands for something that was there and was taken away: an earlier version kept no more of it than that. */
const GONE = 'gone';

export function entryOfCheck(check: EarlierCheck): Entry {
  const { checkId, lessonId, studentId, instructorId, revision, content, saveKey, asked, updatedAt } = check;
  const base = revision === 0 ? null : { revision, said: {} };
  return {
    owner: instructorId,
    kind: 'check',
    id: checkId,
    parents: [{ kind: 'lesson', id: lessonId }],
    of: { lessonId, ...(studentId !== undefined && { studentId }) },
    base,
    typed: { content, more: null, turn: 1, at: updatedAt, by: EARLIER },
    asked: asked === undefined ? null : askedEarlier(asked, base, { at: updatedAt, once: saveKey }),
    // It may have gone out.
    sent: asked === undefined ? [] : [{ said: asked, by: EARLIER }],
    trouble: null,
  };
}

export function entryOfRecord(typed: EarlierRecord): Entry {
  const { instructorId, kind, id, studentId, revision, input, patch, more, asked, sent, updatedAt } = typed;
  const base = revision === 0 ? null : { revision, said: before(input as object, patch) };
  const { lessonId } = input as { readonly lessonId?: unknown };
  return {
    owner: instructorId,
    kind,
    id,
    parents: parentsOf(kindFacts(kind) ?? {}, input as object),
    of: {
      ...(studentId !== undefined && { studentId }),
      ...(typeof lessonId === 'string' && { lessonId }),
    },
    base,
    typed: { content: input, more, turn: 1, at: updatedAt, by: EARLIER },
    asked: asked ? askedEarlier(input, base, { at: updatedAt, once: crypto.randomUUID() }) : null,
    sent: [...(sent === undefined ? [] : [sent]), ...(asked ? [input] : [])].map((said) => ({
      said,
      by: EARLIER,
    })),
    trouble: null,
  };
}

function askedEarlier(
  said: unknown,
  over: Entry['base'],
  { at, once }: { readonly at: string; readonly once: string },
): NonNullable<Entry['asked']> {
  return { said, turn: 1, since: Date.parse(at), once, by: EARLIER, over };
}

/** What stood there, as far as it is known from what was to change: the same change comes of it again. */
function before(input: object, patch: object): object {
  const changed = new Map(Object.entries(patch));
  const stayed = Object.entries(input).filter(([field]) => !changed.has(field));
  const gone = [...changed].flatMap(([field, value]) => (value === null ? [[field, GONE] as const] : []));
  return Object.fromEntries([...stayed, ...gone]);
}

import { type CheckDraft, type TypedKey, type TypedRecord } from '../draft-store.ts';

const keyOf = ({ instructorId, kind, id }: TypedKey): string => `${instructorId} ${kind} ${id}`;

/** A device that keeps what is typed into records, in memory. */
export class TypedDrafts {
  readonly kept = new Map<string, TypedRecord>();

  keepTyped = async (typed: TypedRecord): Promise<void> => {
    this.kept.set(keyOf(typed), typed);
  };
  findTyped = async (key: TypedKey): Promise<TypedRecord | undefined> => this.kept.get(keyOf(key));
  newOfKind = async (instructorId: string, kind: string): Promise<readonly TypedRecord[]> =>
    [...this.kept.values()].filter(
      (typed) => typed.instructorId === instructorId && typed.kind === kind && typed.revision === 0,
    );
  askedBy = async (instructorId: string): Promise<readonly TypedRecord[]> =>
    [...this.kept.values()]
      .filter((typed) => typed.instructorId === instructorId && typed.asked)
      .toSorted((a, b) => (a.updatedAt < b.updatedAt ? -1 : 1));
  typedBy = async (instructorId: string): Promise<readonly TypedRecord[]> =>
    [...this.kept.values()].filter((typed) => typed.instructorId === instructorId);
  dropOfInstructor = async (instructorId: string): Promise<void> => {
    for (const [key, typed] of this.kept) if (typed.instructorId === instructorId) this.kept.delete(key);
    for (const [key, draft] of this.checks) if (draft.instructorId === instructorId) this.checks.delete(key);
  };
  ofInstructor = async (instructorId: string): Promise<readonly CheckDraft[]> =>
    [...this.checks.values()].filter((draft) => draft.instructorId === instructorId);
  readonly checks = new Map<string, CheckDraft>();
  checksAskedBy = async (instructorId: string): Promise<readonly CheckDraft[]> =>
    [...this.checks.values()].filter((draft) => draft.instructorId === instructorId && draft.asked);
  keep = async (draft: CheckDraft): Promise<void> => void this.checks.set(draft.checkId, draft);
  dropIfUnchanged = async (checkId: string, _whose: string, updatedAt: string): Promise<void> => {
    if ((this.checks.get(checkId)?.updatedAt ?? '') <= updatedAt) this.checks.delete(checkId);
  };
  dropTyped = async (key: TypedKey, updatedAt = '9999'): Promise<void> => {
    const typed = this.kept.get(keyOf(key));
    if (typed !== undefined && typed.updatedAt <= updatedAt) this.kept.delete(keyOf(key));
  };
}

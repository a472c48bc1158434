import { Injectable } from '@angular/core';
import { Dexie, type EntityTable } from 'dexie';
import { contentOfFirstDraft, type FirstDraft } from './upgrade-drafts.ts';

/** What was typed into a check and not yet kept by the server. Ids only: no name ever lies on the device. */
export interface CheckDraft {
  readonly checkId: string;
  readonly lessonId: string;
  /** Absent in drafts of earlier versions. */
  readonly studentId?: string;
  readonly instructorId: string;
  /** The stored revision it was typed over; 0 for a new check. */
  readonly revision: number;
  /** Everything the check holds, as the check view writes and reads it; its fields exactly as typed. */
  readonly content: unknown;
  /** The same for every try of one save. */
  readonly saveKey: string;
  /** What was asked to be kept of it: the outbox sends it where its page does not. Absent: nothing, or it has changed since. */
  readonly asked?: object;
  readonly updatedAt: string;
}

/** Whose draft of which record. */
export interface TypedKey {
  readonly instructorId: string;
  readonly kind: string;
  readonly id: string;
}

/** What was typed into a record of any kind and is not known to be kept. No person is named in it. */
export interface TypedRecord extends TypedKey {
  /** Of what is a student's: it goes when they are erased. */
  readonly studentId?: string;
  /** Under `/api/`. */
  readonly path: string;
  /** The stored revision it was typed over; 0 for a new one. */
  readonly revision: number;
  readonly input: unknown;
  /** What is sent for it. */
  readonly patch: object;
  /** What its page keeps beside it. */
  readonly more: unknown;
  /** It was asked to be kept: the outbox sends it where its page does not. */
  readonly asked: boolean;
  /** What was on its way over that revision when this was typed: the server may have it, and it is our own. */
  readonly sent?: unknown;
  readonly updatedAt: string;
}

class DraftDatabase extends Dexie {
  declare checkDrafts: EntityTable<CheckDraft>;
  declare typedRecords: EntityTable<TypedRecord>;

  constructor() {
    super('lotrecht');
    const first = 'checkId, [instructorId+lessonId], instructorId';
    this.version(1).stores({ drafts: first });
    // Two instructors on one tablet may each have begun the same check: neither writes over the other.
    this.version(2)
      .stores({ drafts: first, checkDrafts: '[instructorId+checkId], [instructorId+lessonId]' })
      .upgrade(async (transaction) => {
        const drafts = await transaction.table<CheckDraft & FirstDraft>('drafts').toArray();
        await transaction.table<CheckDraft>('checkDrafts').bulkPut(
          drafts.map(({ checkId, lessonId, instructorId, revision, saveKey, updatedAt, ...draft }) => ({
            checkId,
            lessonId,
            instructorId,
            revision,
            saveKey,
            updatedAt,
            content: contentOfFirstDraft(draft),
          })),
        );
      });
    this.version(3).stores({ drafts: null });
    this.version(4).stores({ typedRecords: '[instructorId+kind+id]' });
  }
}

/** Drafts on this device. */
@Injectable({ providedIn: 'root' })
export class DraftStore {
  private readonly db = new DraftDatabase();

  /** The instructor's own draft of a check; another's stays closed. */
  async find(checkId: string, instructorId: string): Promise<CheckDraft | undefined> {
    return this.db.checkDrafts.where({ instructorId, checkId }).first();
  }

  async ofLesson(lessonId: string, instructorId: string): Promise<readonly CheckDraft[]> {
    return this.db.checkDrafts.where({ instructorId, lessonId }).toArray();
  }

  /** Everything an instructor has typed on this device and not kept, newest first. */
  async ofInstructor(instructorId: string): Promise<readonly CheckDraft[]> {
    const drafts = await this.db.checkDrafts
      .where('[instructorId+checkId]')
      .between([instructorId, Dexie.minKey], [instructorId, Dexie.maxKey])
      .toArray();
    return drafts.toSorted((a, b) => (a.updatedAt > b.updatedAt ? -1 : 1));
  }

  /** Checks that an instructor asked to be kept, in that order. */
  async checksAskedBy(instructorId: string): Promise<readonly CheckDraft[]> {
    const drafts = await this.ofInstructor(instructorId);
    return drafts.filter(({ asked }) => asked !== undefined).toReversed();
  }

  async keep(draft: CheckDraft): Promise<void> {
    await this.db.checkDrafts.put(draft);
  }

  /** Drops a draft unless another tab has typed into it since. */
  async dropIfUnchanged(checkId: string, instructorId: string, updatedAt: string): Promise<void> {
    await this.db.checkDrafts
      .where({ instructorId, checkId })
      .and((draft) => draft.updatedAt <= updatedAt)
      .delete();
  }

  /** Lets go of everything typed about students who were erased, whoever typed it. */
  async dropOfStudents(studentIds: readonly string[]): Promise<number> {
    const erased = new Set(studentIds);
    const theirs = ({ studentId }: { readonly studentId?: string }): boolean =>
      studentId !== undefined && erased.has(studentId);
    const records = await this.db.typedRecords.filter(theirs).delete();
    return records + (await this.db.checkDrafts.filter(theirs).delete());
  }

  /** What was typed into a record and not kept; another instructor's stays closed. */
  async findTyped({ instructorId, kind, id }: TypedKey): Promise<TypedRecord | undefined> {
    return this.db.typedRecords.where({ instructorId, kind, id }).first();
  }

  /** New ones of a kind that an instructor has begun on this device, newest first. */
  async newOfKind(instructorId: string, kind: string): Promise<readonly TypedRecord[]> {
    const begun = await this.db.typedRecords
      .where('[instructorId+kind+id]')
      .between([instructorId, kind, Dexie.minKey], [instructorId, kind, Dexie.maxKey])
      .and(({ revision }) => revision === 0)
      .toArray();
    return begun.toSorted((a, b) => (a.updatedAt > b.updatedAt ? -1 : 1));
  }

  /** What an instructor asked to be kept, in that order. */
  async askedBy(instructorId: string): Promise<readonly TypedRecord[]> {
    const asked = await this.db.typedRecords
      .where('[instructorId+kind+id]')
      .between([instructorId, Dexie.minKey, Dexie.minKey], [instructorId, Dexie.maxKey, Dexie.maxKey])
      .and((typed) => typed.asked)
      .toArray();
    return asked.toSorted((a, b) => (a.updatedAt < b.updatedAt ? -1 : 1));
  }

  /** Everything of records that an instructor has typed on this device and not kept. */
  async typedBy(instructorId: string): Promise<readonly TypedRecord[]> {
    return this.db.typedRecords
      .where('[instructorId+kind+id]')
      .between([instructorId, Dexie.minKey, Dexie.minKey], [instructorId, Dexie.maxKey, Dexie.maxKey])
      .toArray();
  }

  /** Nothing of an instructor’s stays on this device. */
  async dropOfInstructor(instructorId: string): Promise<void> {
    const theirs = ({ instructorId: whose }: { readonly instructorId: string }): boolean =>
      whose === instructorId;
    await this.db.typedRecords.filter(theirs).delete();
    await this.db.checkDrafts.filter(theirs).delete();
  }

  async keepTyped(typed: TypedRecord): Promise<void> {
    await this.db.typedRecords.put(typed);
  }

  /** Drops it, unless something was typed after that moment. */
  async dropTyped({ instructorId, kind, id }: TypedKey, updatedAt = '9999'): Promise<void> {
    await this.db.typedRecords
      .where({ instructorId, kind, id })
      .and((typed) => typed.updatedAt <= updatedAt)
      .delete();
  }

  async drop(checkId: string, instructorId: string): Promise<void> {
    await this.db.checkDrafts.where({ instructorId, checkId }).delete();
  }
}

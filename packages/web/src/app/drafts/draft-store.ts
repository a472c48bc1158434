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
  readonly updatedAt: string;
}

class DraftDatabase extends Dexie {
  declare checkDrafts: EntityTable<CheckDraft>;

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
    return this.db.checkDrafts
      .filter(({ studentId }) => studentId !== undefined && erased.has(studentId))
      .delete();
  }

  async drop(checkId: string, instructorId: string): Promise<void> {
    await this.db.checkDrafts.where({ instructorId, checkId }).delete();
  }
}

import { Injectable } from '@angular/core';
import { Dexie, type EntityTable } from 'dexie';
import { contentOfFirstDraft, type FirstDraft } from './upgrade-drafts.ts';

/** What was typed into a check and not yet kept by the server. Ids only: no name ever lies on the device. */
export interface CheckDraft {
  readonly checkId: string;
  readonly lessonId: string;
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
  declare drafts: EntityTable<CheckDraft, 'checkId'>;

  constructor() {
    super('lotrecht');
    const stores = { drafts: 'checkId, [instructorId+lessonId], instructorId' };
    this.version(1).stores(stores);
    this.version(2)
      .stores(stores)
      .upgrade((transaction) =>
        transaction
          .table<FirstDraft & { content?: unknown }>('drafts')
          .toCollection()
          .modify((draft) => {
            draft.content ??= contentOfFirstDraft(draft);
          }),
      );
  }
}

/** Drafts on this device. */
@Injectable({ providedIn: 'root' })
export class DraftStore {
  private readonly db = new DraftDatabase();

  /** The instructor's own draft of a check; another's stays closed. */
  async find(checkId: string, instructorId: string): Promise<CheckDraft | undefined> {
    const draft = await this.db.drafts.get(checkId);
    return draft?.instructorId === instructorId ? draft : undefined;
  }

  async ofLesson(lessonId: string, instructorId: string): Promise<readonly CheckDraft[]> {
    return this.db.drafts.where('[instructorId+lessonId]').equals([instructorId, lessonId]).toArray();
  }

  async keep(draft: CheckDraft): Promise<void> {
    await this.db.drafts.put(draft);
  }

  /** Drops a draft unless another tab has typed into it since. */
  async dropIfUnchanged(checkId: string, updatedAt: string): Promise<void> {
    await this.db.drafts
      .where({ checkId })
      .and((draft) => draft.updatedAt <= updatedAt)
      .delete();
  }

  async drop(checkId: string): Promise<void> {
    await this.db.drafts.delete(checkId);
  }
}

import { Injectable } from '@angular/core';
import { type CheckDocument, type Circumstances, type Rebase } from '@lotrecht/contract';
import { Dexie, type EntityTable } from 'dexie';

/** What was typed into a check and not yet kept by the server. Ids only: no name ever lies on the device. */
export interface CheckDraft {
  readonly checkId: string;
  readonly lessonId: string;
  readonly instructorId: string;
  /** The stored revision it was typed over; 0 for a new check. */
  readonly revision: number;
  /** The fields exactly as typed, so that a slip survives too. */
  readonly fields: Readonly<Record<string, string>>;
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  /** Absent in drafts of an earlier version. */
  readonly targetLine?: CheckDocument['targetLine'];
  readonly circumstances?: Circumstances | null;
  readonly rebase?: Rebase | null;
  readonly method?: NonNullable<CheckDocument['method']>;
  /** The same for every try of one save. */
  readonly saveKey: string;
  readonly updatedAt: string;
}

class DraftDatabase extends Dexie {
  declare drafts: EntityTable<CheckDraft, 'checkId'>;

  constructor() {
    super('lotrecht');
    this.version(1).stores({ drafts: 'checkId, [instructorId+lessonId], instructorId' });
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

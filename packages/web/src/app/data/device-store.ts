import { Injectable } from '@angular/core';
import { type Device, type Entry, type EntryKey } from '@lotrecht/sync';
import { Dexie, type Table } from 'dexie';
import { type EarlierCheck, entryOfCheck, type EarlierRecord, entryOfRecord } from './earlier-entries.ts';
import { contentOfFirstDraft, type FirstDraft } from './upgrade-drafts.ts';

/** What a device holds of an academy’s own records of a kind. Nobody is named in it. */
export interface MirroredRecords {
  readonly academyId: string;
  readonly kind: string;
  readonly records: readonly unknown[];
}

/** Where records were mirrored before they stood beside the entries. */
const EARLIER_MIRROR = 'lotrecht-mirror';

class DeviceDatabase extends Dexie {
  declare entries: Table<Entry>;
  declare mirrored: Table<MirroredRecords>;

  constructor() {
    // What was typed is on the disk before it counts as kept here: a battery may end in the next second.
    super('lotrecht', { chromeTransactionDurability: 'strict' });
    const first = 'checkId, [instructorId+lessonId], instructorId';
    this.version(1).stores({ drafts: first });
    // Two instructors on one tablet may each have begun the same check: neither writes over the other.
    this.version(2)
      .stores({ drafts: first, checkDrafts: '[instructorId+checkId], [instructorId+lessonId]' })
      .upgrade(async (transaction) => {
        const drafts = await transaction.table<EarlierCheck & FirstDraft>('drafts').toArray();
        await transaction.table<EarlierCheck>('checkDrafts').bulkPut(
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
    // A check is a record as others are.
    this.version(5)
      .stores({ entries: '[owner+kind+id]', mirrored: '[academyId+kind]' })
      .upgrade(async (transaction) => {
        const [checks, records] = await Promise.all([
          transaction.table<EarlierCheck>('checkDrafts').toArray(),
          transaction.table<EarlierRecord>('typedRecords').toArray(),
        ]);
        await transaction
          .table<Entry>('entries')
          .bulkPut([
            ...checks.map((check) => entryOfCheck(check)),
            ...records.map((typed) => entryOfRecord(typed)),
          ]);
      });
    this.version(6).stores({ checkDrafts: null, typedRecords: null });
  }
}

/** What this device holds: what was typed here and is not known to be kept, and the academy’s own records as seen last. */
@Injectable({ providedIn: 'root' })
export class DeviceStore implements Device {
  private readonly db = new DeviceDatabase();
  private takenOver: Promise<void> | null = null;

  async all(owner: string): Promise<readonly Entry[]> {
    return this.db.entries
      .where('[owner+kind+id]')
      .between([owner, Dexie.minKey, Dexie.minKey], [owner, Dexie.maxKey, Dexie.maxKey])
      .toArray();
  }

  async change(
    { owner, kind, id }: EntryKey,
    to: (entry: Entry | null) => Entry | null,
  ): Promise<Entry | null> {
    return this.db.transaction('rw', this.db.entries, async () => {
      const one = this.db.entries.where({ owner, kind, id });
      const after = to((await one.first()) ?? null);
      if (after === null) await one.delete();
      else await this.db.entries.put(after);
      return after;
    });
  }

  /** Puts back what a file has brought. */
  async put(entries: readonly Entry[]): Promise<void> {
    await this.db.entries.bulkPut([...entries]);
  }

  /** Lets go of everything typed about students who were erased, whoever typed it. */
  async dropOfStudents(studentIds: readonly string[]): Promise<number> {
    const erased = new Set(studentIds);
    return this.db.entries
      .filter(({ of: { studentId } }) => studentId !== undefined && erased.has(studentId))
      .delete();
  }

  /** Nothing that one has typed stays on this device. */
  async dropOf(owner: string): Promise<void> {
    await this.db.entries.filter((entry) => entry.owner === owner).delete();
  }

  async mirrored(academyId: string, kind: string): Promise<readonly unknown[] | undefined> {
    this.takenOver ??= this.takeOverMirror();
    await this.takenOver;
    return (await this.db.mirrored.where({ academyId, kind }).first())?.records;
  }

  async mirror(records: MirroredRecords): Promise<void> {
    await this.db.mirrored.put(records);
  }

  async clearMirror(): Promise<void> {
    await this.db.mirrored.clear();
    await Dexie.delete(EARLIER_MIRROR);
  }

  /** What an earlier version mirrored beside this database comes over once: without a network it is all there is. */
  private async takeOverMirror(): Promise<void> {
    if (!(await Dexie.exists(EARLIER_MIRROR))) return;
    const earlier = new Dexie(EARLIER_MIRROR);
    earlier.version(1).stores({ mirrored: '[academyId+kind]' });
    const records = await earlier.table<MirroredRecords>('mirrored').toArray();
    const isHere = new Set((await this.db.mirrored.toArray()).map((one) => `${one.academyId} ${one.kind}`));
    await this.db.mirrored.bulkPut(records.filter((one) => !isHere.has(`${one.academyId} ${one.kind}`)));
    earlier.close();
    await Dexie.delete(EARLIER_MIRROR);
  }
}

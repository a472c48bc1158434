import { Injectable } from '@angular/core';
import { Dexie, type EntityTable } from 'dexie';

/** What a device holds of an academy’s own records of a kind. Nobody is named in it. */
export interface MirroredRecords {
  readonly academyId: string;
  readonly kind: string;
  readonly records: readonly unknown[];
}

class MirrorDatabase extends Dexie {
  declare mirrored: EntityTable<MirroredRecords>;

  constructor() {
    super('lotrecht-mirror');
    this.version(1).stores({ mirrored: '[academyId+kind]' });
  }
}

/** Where the mirror is kept on this device. */
@Injectable({ providedIn: 'root' })
export class MirrorStore {
  private readonly db = new MirrorDatabase();

  async find(academyId: string, kind: string): Promise<readonly unknown[] | undefined> {
    return (await this.db.mirrored.where({ academyId, kind }).first())?.records;
  }

  async keep(mirrored: MirroredRecords): Promise<void> {
    await this.db.mirrored.put(mirrored);
  }

  async clear(): Promise<void> {
    await this.db.mirrored.clear();
  }
}

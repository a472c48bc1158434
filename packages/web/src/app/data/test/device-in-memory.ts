import { type Entry, type EntryKey, keyText } from '@lotrecht/sync';
import { type MirroredRecords } from '../device-store.ts';

/** A device that holds what it is given as long as the test goes on. */
export class DeviceInMemory {
  readonly held = new Map<string, Entry>();
  readonly mirrors = new Map<string, readonly unknown[]>();

  all = async (owner: string): Promise<readonly Entry[]> =>
    [...this.held.values()].filter((entry) => entry.owner === owner);

  change = async (key: EntryKey, to: (entry: Entry | null) => Entry | null): Promise<Entry | null> => {
    const after = to(this.held.get(keyText(key)) ?? null);
    if (after === null) this.held.delete(keyText(key));
    else this.held.set(keyText(key), structuredClone(after));
    return after;
  };

  put = async (entries: readonly Entry[]): Promise<void> => {
    for (const entry of entries) this.held.set(keyText(entry), entry);
  };

  dropOf = async (owner: string): Promise<void> => {
    for (const [text, entry] of this.held) if (entry.owner === owner) this.held.delete(text);
  };

  mirrored = async (academyId: string, kind: string): Promise<readonly unknown[] | undefined> =>
    this.mirrors.get(`${academyId} ${kind}`);

  mirror = async ({ academyId, kind, records }: MirroredRecords): Promise<void> =>
    void this.mirrors.set(`${academyId} ${kind}`, records);

  clearMirror = async (): Promise<void> => this.mirrors.clear();

  /** The one entry there is, or the one of an id. */
  entry(id?: string): Entry | undefined {
    return [...this.held.values()].find((entry) => id === undefined || entry.id === id);
  }
}

/** What is on a device of a record that was typed by a page that is not open any more. */
export function typedEntry(change: Partial<Entry> = {}, content: unknown = {}): Entry {
  return {
    owner: 'i',
    kind: 'place',
    id: 'p',
    parents: [],
    of: {},
    base: null,
    typed: { content, more: null, turn: 1, at: '2027-03-01T10:00:00.000Z', by: 'before' },
    asked: null,
    sent: [],
    trouble: null,
    ...change,
  };
}

/** Lets what waits for the device go on. */
export const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

import {
  type Answer,
  type Device,
  type Entry,
  type EntryKey,
  keyText,
  type Protocol,
  type Request,
} from '../index.ts';

/** What a record of the world says: a word that was typed once and never again, and whether the server takes it. */
export interface Said {
  readonly word: string;
  readonly bad: boolean;
}

export interface WorldView extends Said {
  readonly revision: number;
}

/** Which record stands on which: a lesson, its check, the check’s hand-out; and one that stands alone. */
export const PARENT: Readonly<Record<string, string | null>> = {
  lesson: null,
  check: 'lesson',
  'hand-out': 'check',
  place: null,
};

export const PROTOCOL: Protocol = {
  said: (_kind, view) => {
    const { word, bad } = view as WorldView;
    return { word, bad };
  },
};

/** The power went: nothing after this happens. */
export class Killed extends Error {}

/** What may go wrong on the way of one request. */
export type Weather = 'fair' | 'lost' | 'answer-lost' | 'doubled' | 'late';

/** A server that keeps revisions, refuses what is bad or has no parent, and takes whatever arrives whenever it does. */
export class World {
  /** All revisions of each record, the first one first, with who wrote them. */
  readonly histories = new Map<
    string,
    (WorldView & { readonly by: string; readonly over: string | null })[]
  >();
  /** Children that came before their parents. */
  orphans = 0;
  /** Words in the order in which they were stored. */
  readonly arrived: string[] = [];
  private readonly onTheWay: (() => void)[] = [];

  view(kind: string): WorldView | null {
    return this.histories.get(kind)?.at(-1) ?? null;
  }

  /** @returns what the device hears of it */
  send(request: Request, weather: Weather): Answer {
    const unheard: Answer = { is: 'unknown', problem: 'no connection' };
    switch (weather) {
      case 'fair':
        return this.take(request);
      case 'lost':
        return unheard;
      case 'answer-lost':
        this.take(request);
        return unheard;
      case 'doubled':
        this.take(request);
        return this.take(request);
      case 'late':
        this.onTheWay.push(() => this.take(request));
        return unheard;
    }
  }

  /** What was thought lost comes in, the newest first. */
  arrive(): void {
    for (const late of this.onTheWay.splice(0).toReversed()) late();
  }

  private take({ kind, revision, said, patch, by }: Request): Answer {
    const { word, bad } = said as Said;
    const parent = PARENT[kind];
    if (parent && this.view(parent) === null) {
      this.orphans += 1;
      return { is: 'refused', problem: 'no such parent' };
    }
    if (bad) return { is: 'refused', problem: 'bad' };
    const now = this.view(kind);
    if ((now?.revision ?? 0) !== revision) return { is: 'conflict', theirs: now };
    // What differs goes over what there is, as a merge patch says.
    const merged = { ...now, ...(patch as Partial<WorldView>) };
    const kept = { word: merged.word ?? word, bad: merged.bad ?? bad, revision: revision + 1 };
    const over = now === null ? null : now.word;
    this.histories.set(kind, [...(this.histories.get(kind) ?? []), { ...kept, by, over }]);
    this.arrived.push(kept.word);
    return { is: 'kept', view: kept };
  }
}

/** A device whose power can be cut around everything that it does. */
export class WorldDevice implements Device {
  readonly held = new Map<string, Entry>();
  /** Counts down; at nought the power is cut. */
  killIn = Infinity;

  all = async (owner: string): Promise<readonly Entry[]> => {
    await this.tick();
    return [...this.held.values()].filter((entry) => entry.owner === owner);
  };

  change = async (key: EntryKey, to: (entry: Entry | null) => Entry | null): Promise<Entry | null> => {
    await this.tick();
    // As a device gives it back: a copy.
    const before = this.held.get(keyText(key));
    const after = to(before === undefined ? null : structuredClone(before));
    if (after === null) this.held.delete(keyText(key));
    else this.held.set(keyText(key), structuredClone(after));
    await this.tick();
    return after;
  };

  private async tick(): Promise<void> {
    await Promise.resolve();
    this.killIn -= 1;
    if (this.killIn === 0) throw new Killed();
  }
}

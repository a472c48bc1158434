import fc from 'fast-check';
import { drain, type Entry, nextToSend, type Rules, step } from '../index.ts';
import {
  Killed,
  PARENT,
  PROTOCOL,
  type Said,
  type Weather,
  World,
  WorldDevice,
  type WorldView,
} from './world.ts';

const KINDS = Object.keys(PARENT);
const OWNER = 'instructor';

/** Something that happens in a history. */
export type Deed =
  | {
      readonly does: 'open' | 'type' | 'ask' | 'ask-bad' | 'choose-mine' | 'choose-theirs';
      readonly at: number;
      readonly tab: number;
      readonly kind: string;
    }
  /** Both tabs of a device send at once; the power may be cut in the middle. */
  | {
      readonly does: 'send';
      readonly at: number;
      readonly weather: readonly Weather[];
      readonly killIn: number;
      readonly tabs: number;
    }
  | { readonly does: 'arrive' }
  | { readonly does: 'clock'; readonly byS: number };

const weather = fc.constantFrom<Weather>('fair', 'fair', 'fair', 'lost', 'answer-lost', 'doubled', 'late');
const at = fc.nat(1);
const kind = fc.constantFrom(...KINDS);

/** Histories of two devices. */
export const deeds: fc.Arbitrary<readonly Deed[]> = fc.array(
  fc.oneof(
    {
      weight: 8,
      arbitrary: fc.record({
        does: fc.constantFrom('open', 'type', 'ask', 'ask', 'ask-bad', 'choose-mine', 'choose-theirs'),
        at,
        tab: at,
        kind,
      }) as fc.Arbitrary<Deed>,
    },
    {
      weight: 4,
      arbitrary: fc.record({
        does: fc.constant('send' as const),
        at,
        weather: fc.array(weather, { minLength: 1, maxLength: 6 }),
        killIn: fc.oneof(fc.constant(Infinity), fc.integer({ min: 1, max: 14 })),
        tabs: fc.integer({ min: 1, max: 2 }),
      }),
    },
    { weight: 1, arbitrary: fc.constant({ does: 'arrive' as const }) },
    {
      weight: 1,
      arbitrary: fc.record({
        does: fc.constant('clock' as const),
        byS: fc.integer({ min: -90_000, max: 90_000 }),
      }),
    },
  ),
  { minLength: 1, maxLength: 40 },
);

/** A page of one tab, and what is known on it. */
class Page {
  /** What it has of the server. */
  readonly seen = new Map<string, WorldView | null>();
  /** Words that have stood on it: they may be written over from it. */
  readonly known = new Set<string>();

  constructor(readonly name: string) {}
}

/** What a person does at one device. */
class Tablet {
  readonly device = new WorldDevice();
  readonly pages: readonly [Page, Page];
  /** The last word of each record that nobody has given up. */
  readonly lastTyped = new Map<string, string>();
  /** The last word of each record that was asked to be kept, and is good. */
  readonly lastAsked = new Map<string, string>();
  /** Pages that have typed into a record since all of it was kept: who stands in whose way is theirs to say. */
  readonly typing = new Map<string, Set<string>>();

  constructor(readonly name: string) {
    this.pages = [new Page(`${name}.0`), new Page(`${name}.1`)];
  }

  entry(of: string): Entry | null {
    return this.device.held.get(`${OWNER} ${of} ${of}`) ?? null;
  }

  page(name: string): Page {
    return this.pages.find((page) => page.name === name) ?? this.pages[0];
  }
}

/** A history as it is played, and what is wrong with how it ends. */
export class History {
  readonly world = new World();
  readonly tablets = [new Tablet('one'), new Tablet('two')] as const;
  readonly wrong: string[] = [];
  private clockMs = 1e12;
  private words = 0;

  constructor(private readonly rules: Rules = { step, nextToSend }) {}

  async play(all: readonly Deed[]): Promise<readonly string[]> {
    for (const deed of all) await this.playOne(deed);
    await this.end();
    return this.wrong;
  }

  private async playOne(deed: Deed): Promise<void> {
    this.clockMs += 1000;
    switch (deed.does) {
      case 'arrive':
        this.world.arrive();
        break;
      case 'clock':
        this.clockMs += deed.byS * 1000;
        break;
      case 'send':
        await this.send(this.tablet(deed.at), deed);
        break;
      default:
        await this.byHand(this.tablet(deed.at), deed.tab, deed.does, deed.kind);
    }
    for (const tablet of this.tablets) this.noFalseConflict(tablet);
  }

  private tablet(at: number): Tablet {
    return this.tablets[at] ?? this.tablets[0];
  }

  private async byHand(tablet: Tablet, tab: number, does: string, of: string): Promise<void> {
    const page = tablet.pages[tab] ?? tablet.pages[0];
    const by = page.name;
    const key = { owner: OWNER, kind: of, id: of };
    const change = (happening: Parameters<typeof step>[2]): Promise<Entry | null> =>
      tablet.device.change(key, (entry) => this.rules.step(key, entry, happening, PROTOCOL));
    const moment = new Date(this.clockMs).toISOString();
    const once = `once ${(this.words += 1)}`;
    const theirs = tablet.entry(of)?.trouble;
    if (does === 'open') {
      const view = this.world.view(of);
      this.show(page, of, view, await change({ is: 'fetched', view, by }));
      return;
    }
    if (does === 'choose-mine' || does === 'choose-theirs') {
      if (theirs?.what !== 'conflict') return;
      const view = theirs.theirs as WorldView;
      page.known.add(view.word);
      page.seen.set(of, view);
      if (does === 'choose-theirs') {
        await change({ is: 'theirs-chosen' });
        tablet.lastTyped.delete(of);
        tablet.lastAsked.delete(of);
      } else {
        const after = await change({ is: 'mine-chosen', once, at: moment, by });
        // Who puts their own on top has asked for it to be kept, also where it was only typed before.
        if (after !== null && after.asked === null) {
          const { content } = after.typed;
          const said: Said = { word: content as string, bad: false };
          await change({ is: 'asked', said, content, more: null, at: moment, once, by, begun: after });
        }
      }
      return;
    }
    const said: Said = { word: `${by} ${this.words}`, bad: does === 'ask-bad' };
    const view = page.seen.get(of) ?? null;
    const parent = PARENT[of];
    const begun = {
      parents: parent ? [{ kind: parent, id: parent }] : [],
      base: view === null ? null : { revision: view.revision, said: PROTOCOL.said(of, view) },
      of: {},
    };
    // What a record stands on was begun here, or is on the server: no page offers it else.
    if (parent && tablet.entry(parent) === null && this.world.view(parent) === null) return;
    tablet.lastTyped.set(of, said.word);
    tablet.typing.set(of, (tablet.typing.get(of) ?? new Set()).add(by));
    page.known.add(said.word);
    if (does === 'type') await change({ is: 'typed', content: said.word, more: null, at: moment, by, begun });
    else {
      await change({ is: 'asked', said, content: said.word, more: null, at: moment, once, by, begun });
      if (said.bad) tablet.lastAsked.delete(of);
      else tablet.lastAsked.set(of, said.word);
    }
  }

  /** A page shows what the device has, over what was fetched. */
  private show(page: Page, of: string, view: WorldView | null, entry: Entry | null): void {
    if (entry?.trouble?.what === 'conflict') return;
    if (entry === null) {
      page.seen.set(of, view);
      if (view !== null) page.known.add(view.word);
      return;
    }
    const { base, sent, typed } = entry;
    page.seen.set(of, base && { ...(base.said as Said), revision: base.revision });
    for (const said of [base?.said, ...sent.map((one) => one.said)])
      if (said) page.known.add((said as Said).word);
    page.known.add(typed.content as string);
  }

  private async send(
    tablet: Tablet,
    {
      weather: sky,
      killIn,
      tabs,
    }: { readonly weather: readonly Weather[]; readonly killIn: number; readonly tabs: number },
  ): Promise<void> {
    let count = 0;
    tablet.device.killIn = killIn;
    const one = (): Promise<unknown> =>
      drain(
        OWNER,
        {
          device: tablet.device,
          protocol: PROTOCOL,
          send: async (request) => {
            await Promise.resolve();
            const answer = this.world.send(request, sky[count++ % sky.length] ?? 'fair');
            await Promise.resolve();
            return answer;
          },
          answered: () => undefined,
          noted: ({ key, by, view }) => {
            // Another page goes on with what it has, and is told when it asks.
            if (view !== null) tablet.page(by).seen.set(key.kind, view as WorldView);
          },
        },
        this.rules,
      ).catch((error: unknown) => {
        if (!(error instanceof Killed)) throw error;
      });
    await Promise.all(Array.from({ length: tabs }, one));
    const isKilled = tablet.device.killIn <= 0;
    tablet.device.killIn = Infinity;
    // Its pages went with it, and are opened anew.
    if (isKilled)
      for (const tab of [0, 1]) for (const of of KINDS) await this.byHand(tablet, tab, 'open', of);
  }

  /** Nobody who types on one page alone is asked to choose between two that this page has seen. */
  private noFalseConflict(tablet: Tablet): void {
    for (const of of KINDS) {
      const entry = tablet.entry(of);
      if (entry === null) tablet.typing.delete(of);
      const [by, another] = [...(tablet.typing.get(of) ?? [])];
      if (entry?.trouble?.what !== 'conflict' || by === undefined || another !== undefined) continue;
      if (tablet.page(by).known.has((entry.trouble.theirs as WorldView).word))
        this.wrong.push(`${by} is asked about its own ${of}`);
    }
  }

  private async end(): Promise<void> {
    this.world.arrive();
    await this.sendAll();
    this.nothingLost();
    for (const tablet of this.tablets) this.allWent(tablet);
    this.histories();
    await this.everyEndIsReached();
  }

  private async sendAll(): Promise<void> {
    for (const tablet of this.tablets)
      await this.send(tablet, { weather: ['fair'], killIn: Infinity, tabs: 1 });
  }

  private nothingLost(): void {
    for (const tablet of this.tablets)
      for (const [of, word] of tablet.lastTyped) {
        const isStored = this.world.histories.get(of)?.some((revision) => revision.word === word) ?? false;
        if (!isStored && tablet.entry(of)?.typed.content !== word)
          this.wrong.push(`${tablet.name} has lost “${word}” of ${of}`);
      }
  }

  /** What was asked and nobody has to decide about has gone, unless it stands on what has not. */
  private allWent(tablet: Tablet): void {
    for (const { kind: of, asked, trouble } of tablet.device.held.values()) {
      const parent = PARENT[of];
      const stands = parent ? tablet.entry(parent)?.base === null : false;
      if (asked !== null && trouble === null && !stands) this.wrong.push(`${tablet.name} keeps back ${of}`);
    }
    for (const [of, word] of tablet.lastAsked) {
      const isStored = this.world.histories.get(of)?.some((revision) => revision.word === word) ?? false;
      const isAsked = (tablet.entry(of)?.asked?.said as Said | undefined)?.word === word;
      if (!isStored && !isAsked) this.wrong.push(`${tablet.name} no longer means to keep “${word}” of ${of}`);
    }
  }

  private histories(): void {
    if (this.world.orphans > 0) this.wrong.push(`${this.world.orphans} came before their parents`);
    for (const [of, revisions] of this.world.histories) {
      const words = revisions.map(({ word }) => word);
      if (new Set(words).size < words.length) this.wrong.push(`${of} counts one twice: ${words.join()}`);
      const pages = this.tablets.flatMap((tablet) => tablet.pages);
      for (const page of pages) {
        const mine = words.filter((word) => word.startsWith(page.name));
        const order = mine.map((word) => Number(word.split(' ')[1]));
        if (order.some((n, index) => n < (order[index - 1] ?? 0)))
          this.wrong.push(`${of} has an older one on top: ${words.join()}`);
      }
      for (const { over, word, by } of revisions) {
        const page = pages.find(({ name }) => name === by);
        if (over !== null && page?.known.has(over) !== true)
          this.wrong.push(`“${word}” went over “${over}”, which its page had not seen`);
      }
    }
  }

  /** Whatever stands is ended by somebody who chooses, mends and asks again. */
  private async everyEndIsReached(): Promise<void> {
    for (let rounds = 0; rounds < 3 * KINDS.length; rounds++) {
      for (const tablet of this.tablets)
        for (const of of KINDS) {
          await this.byHand(tablet, 0, 'open', of);
          await this.byHand(tablet, 0, 'choose-mine', of);
          const entry = tablet.entry(of);
          if (entry !== null && (entry.asked === null || entry.trouble !== null))
            await this.byHand(tablet, 0, 'ask', of);
        }
      await this.sendAll();
    }
    for (const tablet of this.tablets)
      for (const { kind: of } of tablet.device.held.values())
        this.wrong.push(`${tablet.name} never ends with ${of}`);
  }
}

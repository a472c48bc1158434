import { HttpClient } from '@angular/common/http';
import { DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { kindFacts, parentsOf, saidByKind } from '@lotrecht/records/kinds';
import {
  type Answer,
  type Begun,
  drain,
  type Entry,
  type EntryKey,
  type Happening,
  keyText,
  type Outcome,
  type Protocol,
  type Request,
  step,
  type View,
} from '@lotrecht/sync';
import { catchError, firstValueFrom, fromEvent, map, of, Subject, type Subscription, timeout } from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { fromDevice } from '../device/on-device.ts';
import { SessionStore } from '../session/session.store.ts';
import { DeviceStore } from './device-store.ts';
import { isPassing, waitSeconds, worthTrying } from './passing-trouble.ts';

/** One tab sends at a time; the others wait for it. */
const LOCK = 'lotrecht-sender';

/** Tabs tell each other what came of what was sent. */
const CHANNEL = 'lotrecht-outcomes';

/** A connection that hangs is as none: whether anything arrived is not known. */
const LONGEST_ANSWER_MS = 60_000;

/** What of a record is compared and sent. */
export const PROTOCOL: Protocol = {
  said: (kind, said) => {
    const facts = kindFacts(kind);
    return facts === undefined ? said : saidByKind(facts, said as object);
  },
};

/**
 * Everything that is kept on the server goes out through here: what was typed and asked to be kept lies on the device
 * first, and is sent from there, by one tab, in order, until the server has answered. What names a person is held in
 * memory alone, until the device is locked at rest; so is everything where the device cannot keep it.
 */
@Injectable({ providedIn: 'root' })
export class Sender {
  /** How many are asked to be kept and have not got through at the last try. */
  readonly waiting = signal(0);
  /** Seconds until the next try; null: none is waited for. */
  readonly retryInS = signal<number | null>(null);

  private readonly http = inject(HttpClient);
  private readonly device = inject(DeviceStore);
  private readonly session = inject(SessionStore);
  private readonly told = new Subject<Outcome>();
  /** What came of each sending, of this tab and of the others. */
  readonly outcomes = this.told.asObservable();

  /** What the device does not hold; null: what it holds is over. */
  private readonly inMemory = new Map<string, Entry | null>();
  /** What the server answered, by kind and id, and to which page: one may have fetched it before. */
  private readonly answers = new Map<string, { readonly view: unknown; readonly by: string }>();
  private readonly others = new BroadcastChannel(CHANNEL);
  private readonly askedToTry = new Subject<void>();
  private round: Promise<void> | null = null;
  /** Something was asked while a round was at its end. */
  private again = false;
  private tries = 0;
  private wait: Subscription | null = null;

  constructor() {
    fromEvent(window, 'online')
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.send());
    effect(() => {
      if (this.session.session()?.locked === false) void this.send();
    });
    this.others.onmessage = ({ data }: MessageEvent<Outcome>) => {
      this.hear(data);
      void this.count(this.owner());
    };
    inject(DestroyRef).onDestroy(() => {
      this.others.close();
      this.wait?.unsubscribe();
    });
  }

  /** Something happens to a record. @returns what the device holds of it then; null: nothing */
  async change(
    key: Omit<EntryKey, 'owner'>,
    happening: Happening | (() => Happening),
  ): Promise<Entry | null> {
    const own = this.own(key);
    return this.changeTo(own, (entry) =>
      // What a page has of the server is asked when it is its turn: an answer may have come before.
      step(own, entry, typeof happening === 'function' ? happening() : happening, PROTOCOL),
    );
  }

  /**
   * Asks for a new record to be kept as it is; `send` sends it.
   *
   * @param page who asks, what it is of, and, where a try before this one may have arrived, that one’s key
   */
  async askNew(
    { kind, id }: Omit<EntryKey, 'owner'>,
    said: object,
    {
      by,
      of: its,
      once = crypto.randomUUID(),
    }: { readonly by: string; readonly of: Entry['of']; readonly once?: string },
  ): Promise<Entry | null> {
    const parents = parentsOf(kindFacts(kind) ?? {}, said);
    return this.change(
      { kind, id },
      {
        is: 'asked',
        said,
        content: said,
        more: null,
        at: new Date().toISOString(),
        once,
        by,
        begun: { base: null, parents, of: its },
      },
    );
  }

  /** Everything that the one who is signed in has here and that is not known to be kept, newest first. */
  async all(): Promise<readonly Entry[]> {
    const entries = await this.allOf(this.owner());
    return entries.toSorted((a, b) => (a.typed.at > b.typed.at ? -1 : 1));
  }

  /** The newest answer to a record that was sent from here. @param by to this page alone; default: to any */
  answerOf({ kind, id }: Pick<EntryKey, 'kind' | 'id'>, by?: string): unknown {
    const answer = this.answers.get(`${kind} ${id}`);
    return by === undefined || answer?.by === by ? answer?.view : undefined;
  }

  /**
   * What a page types over.
   *
   * @param stored what it shows as stored: it may not have heard yet of what came of its own asking
   */
  baseOf({ kind, id }: Pick<EntryKey, 'kind' | 'id'>, stored: View | null, by: string): Begun['base'] {
    const answered = this.answerOf({ kind, id }, by) as View | undefined;
    const view = (answered?.revision ?? 0) > (stored?.revision ?? 0) ? (answered ?? null) : stored;
    return view === null ? null : { revision: view.revision, said: PROTOCOL.said(kind, view) };
  }

  /** Sends what waits. What is asked meanwhile goes along. */
  send(): Promise<void> {
    this.again = this.round !== null;
    this.round ??= this.rounds().finally(() => (this.round = null));
    return this.round;
  }

  /** Someone does not want to wait. */
  tryNow(): void {
    this.tries = 0;
    this.askedToTry.next();
    void this.send();
  }

  /** Nothing that one has typed stays here. */
  async letGo(owner: string): Promise<void> {
    for (const text of this.inMemory.keys()) if (text.startsWith(`${owner} `)) this.inMemory.delete(text);
    this.answers.clear();
    this.waiting.set(0);
    await fromDevice(this.device.dropOf(owner), undefined);
  }

  private owner(): string {
    return this.session.session()?.instructor.id ?? '';
  }

  private own({ kind, id }: Omit<EntryKey, 'owner'>): EntryKey {
    return { owner: this.owner(), kind, id };
  }

  private async allOf(owner: string): Promise<readonly Entry[]> {
    const kept = await fromDevice(this.device.all(owner), []);
    const here = [...this.inMemory.values()].filter((entry) => entry?.owner === owner);
    return [...kept.filter((entry) => !this.inMemory.has(keyText(entry))), ...here] as Entry[];
  }

  /** On the device; in memory where it cannot, until it can again. */
  private async changeTo(key: EntryKey, to: (entry: Entry | null) => Entry | null): Promise<Entry | null> {
    const text = keyText(key);
    if (kindFacts(key.kind)?.namesPeople === true) {
      const after = to(this.inMemory.get(text) ?? null);
      if (after === null) this.inMemory.delete(text);
      else this.inMemory.set(text, after);
      return after;
    }
    const before = (kept: Entry | null): Entry | null =>
      this.inMemory.has(text) ? (this.inMemory.get(text) ?? null) : kept;
    const kept = await fromDevice(
      this.device.change(key, (entry) => to(before(entry))),
      undefined,
    );
    if (kept !== undefined) {
      this.inMemory.delete(text);
      return kept;
    }
    // One that is full can still be read.
    const read = await fromDevice(this.device.all(key.owner), []);
    const after = to(before(read.find((entry) => keyText(entry) === text) ?? null));
    this.inMemory.set(text, after);
    return after;
  }

  private async rounds(): Promise<void> {
    let isThrough = true;
    do {
      this.again = false;
      await alone(async () => (isThrough = await this.oneRound()));
      // Trouble that passes is waited out, whatever is asked meanwhile.
    } while (this.again && isThrough);
  }

  /** @returns false where it ended at trouble that passes */
  private async oneRound(): Promise<boolean> {
    const owner = this.owner();
    if (owner === '' || this.session.session()?.locked === true) return true;
    this.wait?.unsubscribe();
    this.retryInS.set(null);
    const isThrough = await drain(owner, {
      device: { all: (of) => this.allOf(of), change: (key, to) => this.changeTo(key, to) },
      protocol: PROTOCOL,
      send: (request) => (owner === this.owner() ? this.sendOne(request) : Promise.resolve(LEFT)),
      noted: (outcome) => this.note(outcome),
      answered: (outcome) => {
        this.hear(outcome);
        this.others.postMessage(outcome);
      },
    });
    await this.count(owner);
    if (isThrough) this.tries = 0;
    else if (this.session.session()?.locked === false) this.tryLater();
    return isThrough;
  }

  private async count(owner: string): Promise<void> {
    const waiting = (await this.allOf(owner)).filter(
      ({ asked, trouble }) => asked !== null && trouble === null,
    );
    this.waiting.set(waiting.length);
  }

  /** 1, 2, 4 … up to 30 seconds; sooner when the network is back or somebody asks. */
  private tryLater(): void {
    this.tries += 1;
    const seconds = waitSeconds(this.tries, Math.random());
    this.retryInS.set(Math.round(seconds));
    this.wait = worthTrying(seconds, this.askedToTry).subscribe(() => void this.send());
  }

  private note({ key, by, view }: Outcome): void {
    if (view !== null) this.answers.set(`${key.kind} ${key.id}`, { view, by });
  }

  private hear(outcome: Outcome): void {
    this.note(outcome);
    this.told.next(outcome);
  }

  private sendOne({ does, kind, id, said, patch, revision, once }: Request): Promise<Answer> {
    const address = `/api/${kindFacts(kind)?.path ?? kind}/${id}`;
    const sent =
      kind === 'check'
        ? this.http.put(address, { ...(said as object), revision }, { headers: { 'Idempotency-Key': once } })
        : does === 'create'
          ? this.http.put(address, { ...(said as object), revision })
          : this.http.patch(address, patch);
    return firstValueFrom(
      sent.pipe(
        timeout(LONGEST_ANSWER_MS),
        map((view): Answer => ({ is: 'kept', view })),
        catchError((error: unknown) => of(answerOf(kind, error))),
      ),
    );
  }
}

function answerOf(kind: string, error: unknown): Answer {
  const problem = (error as Error | null)?.name === 'TimeoutError' ? HANGING : toProblem(error);
  if (problem.code === 'conflict' && problem.kind === kind)
    return { is: 'conflict', theirs: problem.current };
  if (isPassing(problem)) return { is: 'unknown', problem };
  if (problem.status === 401 || problem.status === 423) return { is: 'closed', problem };
  return { is: 'refused', problem };
}

/** Somebody else is signed in by now: what was left goes out when its owner is. */
const LEFT: Answer = { is: 'closed', problem: null };

const HANGING: ApiProblem = {
  status: 0,
  code: 'no-connection',
  title: 'No answer from the server. What you typed is kept on this device.',
  errors: [],
};

/** Where a browser has no locks (served without a certificate), what two tabs send twice is kept once all the same. */
async function alone(then: () => Promise<unknown>): Promise<void> {
  const { locks } = navigator as { readonly locks?: LockManager };
  if (locks === undefined) await then();
  else await locks.request(LOCK, then);
}

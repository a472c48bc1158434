import { DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { kindFacts, parentsOf } from '@lotrecht/records/kinds';
import { type Begun, type Entry, type Outcome, saysTheSame } from '@lotrecht/sync';
import { EMPTY, filter, merge, mergeMap, type Observable, of, Subject, take, takeUntil } from 'rxjs';
import { type ApiProblem } from '../api/problem.ts';
import { type KeptRecord, type RecordKind, type Revised } from './record-kind.ts';
import { PROTOCOL, Sender } from './sender.ts';

/** Where what is on the screen is kept. */
export type KeptState = 'as-stored' | 'on-this-device' | 'saving' | 'waiting' | 'conflict' | 'kept';

/** A thing that two have said differently. */
export interface ConflictRow {
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
}

/** What was typed here, and what someone else has kept meanwhile. */
export interface Conflict<View> {
  readonly rows: readonly ConflictRow[];
  readonly theirs: View;
}

/** What was typed here earlier and not kept. */
export interface TypedEarlier<Input> {
  readonly input: Input;
  /** What the page keeps beside it. */
  readonly more: unknown;
}

/** A record while a page has it open: what the server has, what is typed over it, and where that is kept. */
export class StoredRecord<Input extends Revised, View extends KeptRecord> {
  /** As the server has it; null for a new one, and while it is fetched. */
  readonly stored = signal<View | null>(null);
  readonly problem = signal<ApiProblem | null>(null);
  readonly state = signal<KeptState>('as-stored');
  readonly conflict = signal<Conflict<View> | null>(null);
  /**
   * The device has said what was typed here earlier. Fields are shown from then on: what is typed before could be
   * overwritten by it, or go over it.
   */
  readonly ready = signal(false);

  private readonly sender = inject(Sender);
  /** What came of what was asked to be kept here, also of a record that the page has gone on from; null: it is not kept. */
  private readonly results = new Subject<{ readonly id: string; readonly view: View | null }>();
  /** This page: what another has kept of the same record was not seen on it. */
  private readonly by = crypto.randomUUID();
  private readonly left = new Subject<void>();
  /** A later save takes the place of one of the same record that still waits. */
  private readonly superseded = new Subject<string>();
  private called = '';
  private studentId: string | undefined;
  private mine: Input | null = null;
  /** Until the device has what was asked to be kept. */
  private keeping: Promise<unknown> = Promise.resolve();
  /** Counts what the page has gone on to: an answer of the device for another record is nobody’s. */
  private begun = 0;

  constructor(private readonly kind: RecordKind<Input, View>) {
    this.sender.outcomes
      .pipe(
        filter(({ key, by }) => by === this.by && key.kind === kind.name),
        takeUntilDestroyed(),
      )
      .subscribe((outcome) => {
        if (outcome.key.id === this.called) this.hear(outcome);
        this.tellResult(outcome);
      });
    // A page that is left gives up waiting; what was asked to be kept goes out all the same.
    inject(DestroyRef).onDestroy(() => this.left.next());
  }

  /** What it is called: a new one that was begun here earlier keeps its own id. */
  get id(): string {
    return this.called;
  }

  /** Until the device has what was asked to be kept: another of its kind is not begun before. */
  get onDevice(): Promise<unknown> {
    return this.keeping;
  }

  /**
   * Begins with what the server has, or with nothing. What was typed over something that others have changed since
   * stands beside theirs, to be chosen.
   *
   * @returns what was typed here over it and not kept, or kept since it was fetched; nothing where the page has gone on
   *   to another record meanwhile
   */
  async begin(id: string, view: View | null, studentId?: string): Promise<TypedEarlier<Input> | null> {
    this.begun += 1;
    const { begun } = this;
    this.ready.set(false);
    this.called = id;
    this.studentId = studentId;
    this.stored.set(view);
    this.problem.set(null);
    this.conflict.set(null);
    this.state.set('as-stored');
    const entry = await this.sender.change(this.key(), { is: 'fetched', view, by: this.by });
    if (begun !== this.begun) return null;
    this.ready.set(true);
    return entry === null ? this.sentSince(view) : this.goOn(entry, view);
  }

  /**
   * Begins a new one, or goes on with one that was begun here and not kept.
   *
   * @param id what a new one is called
   * @param isIt whether one that was begun is meant, by what was typed and what the page keeps beside it; nothing beside
   *   one that was asked to be kept. Default: the newest
   */
  async beginNew(
    id: string,
    {
      isIt = () => true,
      studentId,
    }: { readonly isIt?: (input: Input, more: unknown) => boolean; readonly studentId?: string } = {},
  ): Promise<TypedEarlier<Input> | null> {
    this.begun += 1;
    const { begun } = this;
    this.ready.set(false);
    this.called = id;
    const here = await this.sender.all();
    if (begun !== this.begun) return null;
    const found = here.find(
      ({ kind, base, typed: { content, more } }) =>
        kind === this.kind.name && base === null && isIt(content as Input, more),
    );
    return this.begin(found?.id ?? id, null, studentId);
  }

  /** Something was typed: kept on the device at once. @param more what the page needs beside it */
  typed(input: Input, more: unknown = null): void {
    this.state.set('on-this-device');
    // What names a person is held nowhere before it is asked to be kept.
    if (this.kind.namesPeople === true) return;
    const at = new Date().toISOString();
    const key = this.key();
    void this.sender.change(key, () => ({
      is: 'typed',
      content: input,
      more,
      at,
      by: this.by,
      begun: this.over(key, input),
    }));
  }

  /**
   * Keeps it on the server, through trouble that passes, also where the page is left. A conflict or a refusal is said by
   * this record, and nothing is overwritten.
   *
   * @returns what is kept; nothing where it is not
   */
  save(input: Input): Observable<View> {
    const key = this.key();
    const isIt = (id: string): boolean => id === key.id;
    this.superseded.next(key.id);
    this.problem.set(null);
    this.mine = input;
    this.state.set('saving');
    const kept = this.results.pipe(
      filter(({ id }) => isIt(id)),
      take(1),
      mergeMap(({ view }) => (view === null ? EMPTY : of(view))),
      takeUntil(merge(this.left, this.superseded.pipe(filter(isIt)))),
    );
    const asking = { at: new Date().toISOString(), once: crypto.randomUUID(), by: this.by };
    const asked = this.sender.change(key, () => ({
      is: 'asked',
      said: input,
      content: input,
      more: null,
      ...asking,
      begun: this.over(key, input),
    }));
    this.keeping = asked;
    void asked.then(() => this.sender.send());
    return kept;
  }

  tryNow(): void {
    this.sender.tryNow();
  }

  /** What was typed here goes on top of what someone else has kept. */
  keepMine(): Observable<View> {
    const { mine } = this;
    const theirs = this.conflict()?.theirs;
    if (mine === null || theirs === undefined) return EMPTY;
    this.conflict.set(null);
    this.stored.set(theirs);
    const chosen = { once: crypto.randomUUID(), at: new Date().toISOString(), by: this.by };
    // Changes of one record are made in the order in which they are asked for.
    void this.sender.change(this.key(), { is: 'mine-chosen', ...chosen });
    return this.save(mine);
  }

  /** What was typed here is given up. @returns what someone else has kept */
  takeTheirs(): View | null {
    const theirs = this.conflict()?.theirs ?? null;
    this.conflict.set(null);
    if (theirs === null) return null;
    this.stored.set(theirs);
    this.problem.set(null);
    this.state.set('kept');
    void this.sender.change(this.key(), { is: 'theirs-chosen' });
    return theirs;
  }

  /** Nothing of what was typed stays on the device. */
  forget(): void {
    void this.sender.change(this.key(), { is: 'forgotten' });
  }

  /** What was sent since the page fetched it. */
  private sentSince(view: View | null): TypedEarlier<Input> | null {
    const sent = this.sender.answerOf(this.key()) as View | undefined;
    if (sent === undefined || sent.revision <= (view?.revision ?? 0)) return null;
    this.stored.set(sent);
    this.state.set('kept');
    return { input: this.kind.toInput(sent), more: null };
  }

  private goOn(entry: Entry, view: View | null): TypedEarlier<Input> | null {
    const input = entry.typed.content as Input;
    this.mine = input;
    if (entry.trouble?.what === 'conflict') {
      // Both say the same: there is nothing to choose.
      if (this.says(entry.trouble.theirs, input)) this.forget();
      else this.showConflict(input, entry.trouble.theirs as View);
      return null;
    }
    // It was taken away meanwhile: its page says so.
    if (view === null && entry.base !== null) return null;
    if (entry.trouble !== null) this.problem.set(entry.trouble.problem as ApiProblem);
    this.state.set(entry.asked === null ? 'on-this-device' : 'waiting');
    return { input, more: entry.typed.more };
  }

  private says(view: unknown, input: Input): boolean {
    const { name } = this.kind;
    return saysTheSame(PROTOCOL.said(name, view), PROTOCOL.said(name, input));
  }

  private hear({ answer, entry, view }: Outcome): void {
    if (entry?.trouble?.what === 'conflict') {
      this.showConflict(entry.typed.content as Input, entry.trouble.theirs as View);
      return;
    }
    if (view !== null) this.stored.set(view as View);
    switch (answer.is) {
      case 'unknown':
      case 'closed':
        this.problem.set(answer.problem as ApiProblem | null);
        this.state.set('waiting');
        return;
      case 'refused':
        // What has been asked since goes on.
        if (entry?.trouble?.what !== 'refused') return;
        this.problem.set(answer.problem as ApiProblem);
        this.state.set('on-this-device');
        return;
      default:
        this.problem.set(null);
        // What was typed or asked while it was on its way stays, over what is stored now.
        if (entry !== null && entry.asked !== null) return;
        this.state.set(entry === null ? 'kept' : 'on-this-device');
        this.conflict.set(null);
    }
  }

  /** Once nothing more is asked of it. */
  private tellResult({ key: { id }, entry, view }: Outcome): void {
    if (entry !== null && entry.trouble !== null) this.results.next({ id, view: null });
    else if (view !== null && (entry === null || entry.asked === null))
      this.results.next({ id, view: view as View });
  }

  private showConflict(mine: Input, theirs: View): void {
    this.mine = mine;
    this.conflict.set({ rows: conflictRows(this.kind, mine, theirs), theirs });
    this.state.set('conflict');
  }

  /** What it is typed over, and what it stands on. */
  private over(key: { readonly kind: string; readonly id: string }, input: Input): Begun {
    const { lessonId } = input as { readonly lessonId?: unknown };
    return {
      base: this.sender.baseOf(key, key.id === this.called ? this.stored() : null, this.by),
      parents: parentsOf(kindFacts(key.kind) ?? {}, input),
      of: {
        ...(this.studentId !== undefined && { studentId: this.studentId }),
        ...(typeof lessonId === 'string' && { lessonId }),
      },
    };
  }

  private key(): { readonly kind: string; readonly id: string } {
    return { kind: this.kind.name, id: this.called };
  }
}

function conflictRows<Input extends Revised, View extends KeptRecord>(
  kind: RecordKind<Input, View>,
  mine: Input,
  theirs: View,
): readonly ConflictRow[] {
  const other = kind.rows(kind.toInput(theirs));
  return kind.rows(mine).flatMap(({ label, text }, index) => {
    const said = other[index]?.text ?? '';
    return said === text ? [] : [{ label, mine: text, theirs: said }];
  });
}

/** A record of a kind for the page or part that asks; in its injection context. */
export function stored<Input extends Revised, View extends KeptRecord>(
  kind: RecordKind<Input, View>,
): StoredRecord<Input, View> {
  return new StoredRecord(kind);
}

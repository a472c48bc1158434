import { DestroyRef, inject, signal } from '@angular/core';
import {
  catchError,
  defer,
  EMPTY,
  merge,
  type Observable,
  of,
  ReplaySubject,
  Subject,
  switchMap,
  take,
  takeUntil,
  tap,
} from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { SessionStore } from '../session/session.store.ts';
import { DraftStore, type TypedRecord } from './draft-store.ts';
import { fromDevice } from '../device/on-device.ts';
import { Outbox } from './outbox.ts';
import { patchOf, RecordApi, saysTheSame } from './record-api.ts';
import { type KeptRecord, type RecordKind, type Revised } from './record-kind.ts';
import { throughTrouble } from './through-trouble.ts';

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

/** What stands in the fields. */
interface Latest<Input> extends TypedEarlier<Input> {
  /** It was asked to be kept. */
  readonly asked: boolean;
}

/** A save that was sent and is not answered. */
interface OnItsWay<Input> {
  readonly input: Input;
  /** Emits once, with whatever came of it. */
  readonly ended: Observable<unknown>;
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

  private readonly api = inject(RecordApi);
  private readonly drafts = inject(DraftStore);
  private readonly session = inject(SessionStore);
  private readonly askedToTry = new Subject<void>();
  private readonly left = new Subject<void>();
  /** A later save takes the place of one that still waits: an older one never goes on top of it. */
  private readonly superseded = new Subject<void>();
  private called = '';
  private studentId: string | undefined;
  private mine: Input | null = null;
  private latest: Latest<Input> | null = null;
  /** One save at a time: the next is made from what the one before it left, and none is cut off. */
  private onItsWay: OnItsWay<Input> | null = null;
  /** Asked to be kept by this device, the answer lost: what the server has of them is nobody else’s. */
  private unanswered: readonly Input[] = [];
  private typedAt = '';
  /** Until the device has what was asked to be kept. */
  private keeping: Promise<unknown> = Promise.resolve();
  private readonly outbox = inject(Outbox);
  /** Counts what the page has gone on to: an answer of the device for another record is nobody’s. */
  private begun = 0;

  constructor(private readonly kind: RecordKind<Input, View>) {
    // A page that is left gives up waiting; what was asked to be kept goes out from the device.
    inject(DestroyRef).onDestroy(() => {
      const asked = this.state() === 'saving' || this.state() === 'waiting';
      const { onItsWay } = this;
      this.left.next();
      if (!asked) return;
      // Not before the device has it, and what was sent is answered: the outbox would send it once more.
      void this.keeping.then(() => (onItsWay?.ended ?? of(null)).subscribe(() => void this.outbox.send()));
    });
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
    this.conflict.set(null);
    this.latest = null;
    this.unanswered = [];
    this.state.set('as-stored');
    const draft = await fromDevice(this.drafts.findTyped(this.key()), undefined);
    if (begun !== this.begun) return null;
    this.ready.set(true);
    return draft === undefined ? this.sentSince(view) : this.goOn(draft, view);
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
    const { instructorId, kind } = this.key();
    const onDevice = await fromDevice(this.drafts.newOfKind(instructorId, kind), []);
    if (begun !== this.begun) return null;
    const found = onDevice.find(({ input, more }) => isIt(input as Input, more));
    return this.begin(found?.id ?? id, null, studentId);
  }

  /** Something was typed: kept on the device at once. @param more what the page needs beside it */
  typed(input: Input, more: unknown = null): void {
    this.latest = { input, more, asked: false };
    this.state.set('on-this-device');
    void this.keepLatest();
  }

  /**
   * Keeps it on the server, through trouble that passes. A conflict or a refusal is said by this record, and nothing is
   * overwritten.
   *
   * @returns what is kept; nothing where it is not
   */
  save(input: Input): Observable<View> {
    this.superseded.next();
    this.problem.set(null);
    this.mine = input;
    this.latest = { input, more: null, asked: true };
    return this.through(input).pipe(takeUntil(merge(this.left, this.superseded)));
  }

  private through(input: Input): Observable<View> {
    const { called } = this;
    return defer(() => {
      this.keeping = this.keepLatest();
      return throughTrouble(() => this.send(input, called), {
        waiting: (_seconds, problem) => {
          this.unanswered = [...this.unanswered.filter((other) => other !== input), input];
          this.state.set('waiting');
          this.problem.set(problem);
        },
        askedToTry: this.askedToTry,
      });
    }).pipe(catchError((error: unknown) => this.meet(error, input)));
  }

  tryNow(): void {
    this.askedToTry.next();
  }

  /** What was typed here goes on top of what someone else has kept. */
  keepMine(): Observable<View> {
    const { mine } = this;
    const theirs = this.conflict()?.theirs;
    if (mine === null || theirs === undefined) return EMPTY;
    this.conflict.set(null);
    this.stored.set(theirs);
    return this.save(mine);
  }

  /** What was typed here is given up. @returns what someone else has kept */
  takeTheirs(): View | null {
    const theirs = this.conflict()?.theirs ?? null;
    this.conflict.set(null);
    if (theirs === null) return null;
    this.kept(theirs);
    return theirs;
  }

  /** Nothing of what was typed stays on the device. */
  forget(): void {
    void fromDevice(this.drafts.dropTyped(this.key()), undefined);
  }

  /** What the outbox has sent since the page fetched it. */
  private sentSince(view: View | null): TypedEarlier<Input> | null {
    const sent = this.outbox.answerOf<View>(this.key());
    if (sent === undefined || sent.revision <= (view?.revision ?? 0)) return null;
    this.stored.set(sent);
    this.state.set('kept');
    return { input: this.kind.toInput(sent), more: null };
  }

  private goOn(draft: TypedRecord, view: View | null): TypedEarlier<Input> | null {
    const typed = { input: draft.input as Input, more: draft.more, asked: draft.asked };
    const sent = draft.sent as Input | undefined;
    const isOurs = view !== null && sent !== undefined && this.isSaid(view, sent);
    if (draft.revision === (view?.revision ?? 0) || isOurs) {
      this.typedAt = draft.updatedAt;
      this.unanswered = [...(draft.asked ? [typed.input] : []), ...(sent === undefined ? [] : [sent])];
      this.state.set('on-this-device');
      if (isOurs) {
        this.latest = typed;
        void this.keepLatest();
      }
      return { input: typed.input, more: typed.more };
    }
    if (view === null) return null;
    if (this.isSaid(view, typed.input)) this.forget();
    else this.showConflict(typed.input, view);
    return null;
  }

  /** Sends it once nothing else of this record is on its way. A page that has gone on to another leaves it to the outbox. */
  private send(input: Input, called: string): Observable<View> {
    return defer(() => {
      if (this.onItsWay !== null) return this.onItsWay.ended.pipe(switchMap(() => this.send(input, called)));
      if (called !== this.called) {
        void this.outbox.send();
        return EMPTY;
      }
      this.state.set('saving');
      // Not cut off by a later save or by leaving: the server may have it already.
      const answer = new ReplaySubject<View>(1);
      const ended = answer.pipe(
        take(1),
        catchError(() => of(null)),
      );
      this.onItsWay = { input, ended };
      const { typedAt } = this;
      this.api
        .save(this.kind, called, input, this.stored())
        .pipe(
          tap({
            next: (saved) => {
              this.onItsWay = null;
              this.accept(saved, input, { called, typedAt });
            },
            error: () => (this.onItsWay = null),
          }),
        )
        .subscribe(answer);
      return answer;
    });
  }

  private accept(
    saved: View,
    input: Input,
    { called, typedAt }: { readonly called: string; readonly typedAt: string },
  ): void {
    if (called !== this.called) {
      // The page has gone on to another one meanwhile.
      void fromDevice(this.drafts.dropTyped({ ...this.key(), id: called }, typedAt), undefined);
      return;
    }
    this.unanswered = [];
    if (this.latest === null || this.latest.input === input) {
      this.kept(saved);
      return;
    }
    // The fields have moved on while it was on its way: they stay, over what is stored now.
    this.stored.set(saved);
    this.problem.set(null);
    if (!this.latest.asked) this.state.set('on-this-device');
    this.keeping = this.keepLatest();
  }

  private kept(saved: View): void {
    this.stored.set(saved);
    this.problem.set(null);
    this.state.set('kept');
    void fromDevice(this.drafts.dropTyped(this.key(), this.typedAt), undefined);
  }

  private isSaid(view: View, input: Input): boolean {
    return saysTheSame(this.kind.toInput(view), { ...input, revision: view.revision });
  }

  private showConflict(mine: Input, theirs: View): void {
    this.mine = mine;
    this.conflict.set({ rows: conflictRows(this.kind, mine, theirs), theirs });
    this.state.set('conflict');
  }

  private meet(error: unknown, input: Input): Observable<View> {
    const problem = toProblem(error);
    if (problem.code === 'conflict' && problem.kind === this.kind.name) {
      const theirs = problem.current as View;
      // What both say stands already: our own save, whose answer was lost.
      if (this.isSaid(theirs, input)) {
        this.kept(theirs);
        return of(theirs);
      }
      if (this.unanswered.some((ours) => this.isSaid(theirs, ours))) {
        this.unanswered = [];
        this.stored.set(theirs);
        return this.through(input);
      }
      this.showConflict(input, theirs);
      return EMPTY;
    }
    if (this.latest?.input === input) {
      this.latest = { ...this.latest, asked: false };
      void this.keepLatest();
    }
    this.problem.set(problem);
    this.state.set('on-this-device');
    return EMPTY;
  }

  /** What stands in the fields, on the device. */
  private async keepLatest(): Promise<void> {
    if (this.kind.namesPeople === true || this.latest === null) return;
    this.typedAt = new Date().toISOString();
    const { studentId, typedAt: updatedAt, onItsWay } = this;
    const { input, more, asked } = this.latest;
    await fromDevice(
      this.drafts.keepTyped({
        ...this.key(),
        ...(studentId !== undefined && { studentId }),
        path: this.kind.path,
        revision: this.stored()?.revision ?? 0,
        input,
        patch: this.patch(input),
        more,
        asked,
        ...(onItsWay !== null && onItsWay.input !== input && { sent: onItsWay.input }),
        updatedAt,
      }),
      undefined,
    );
  }

  /** What is sent for it, by whoever sends it. */
  private patch(input: Input): object {
    const before = this.stored();
    return before === null
      ? { ...input, revision: 0 }
      : { ...patchOf(this.kind.toInput(before), input), revision: before.revision };
  }

  private key(): { readonly instructorId: string; readonly kind: string; readonly id: string } {
    return { instructorId: this.session.session()?.instructor.id ?? '', kind: this.kind.name, id: this.id };
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

import { DestroyRef, inject, signal } from '@angular/core';
import { catchError, defer, EMPTY, merge, type Observable, Subject, takeUntil, tap } from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { SessionStore } from '../session/session.store.ts';
import { DraftStore } from './draft-store.ts';
import { fromDevice } from '../device/on-device.ts';
import { Outbox } from './outbox.ts';
import { patchOf, RecordApi } from './record-api.ts';
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

/** A record while a page has it open: what the server has, what is typed over it, and where that is kept. */
export class StoredRecord<Input extends Revised, View extends KeptRecord> {
  /** As the server has it; null for a new one, and while it is fetched. */
  readonly stored = signal<View | null>(null);
  readonly problem = signal<ApiProblem | null>(null);
  readonly state = signal<KeptState>('as-stored');
  readonly conflict = signal<Conflict<View> | null>(null);

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
  /** What stands in the fields, with what the page keeps beside it. */
  private latest: TypedEarlier<Input> | null = null;
  private typedAt = '';
  /** Until the device has what was asked to be kept. */
  private keeping: Promise<unknown> = Promise.resolve();

  constructor(private readonly kind: RecordKind<Input, View>) {
    // A page that is left gives up waiting; what was asked to be kept goes out from the device.
    const outbox = inject(Outbox);
    inject(DestroyRef).onDestroy(() => {
      const asked = this.state() === 'saving' || this.state() === 'waiting';
      this.left.next();
      // Not before the device has it: the outbox would find nothing to send.
      if (asked) void this.keeping.then(() => outbox.send());
    });
  }

  /** What it is called: a new one that was begun here earlier keeps its own id. */
  get id(): string {
    return this.called;
  }

  /** Begins with what the server has, or with nothing. @returns what was typed here over it and not kept */
  async begin(id: string, view: View | null, studentId?: string): Promise<TypedEarlier<Input> | null> {
    this.called = id;
    this.studentId = studentId;
    this.stored.set(view);
    this.conflict.set(null);
    this.latest = null;
    this.state.set('as-stored');
    const draft = await fromDevice(this.drafts.findTyped(this.key()), undefined);
    if (draft === undefined || draft.revision !== (view?.revision ?? 0)) return null;
    this.typedAt = draft.updatedAt;
    this.state.set('on-this-device');
    return { input: draft.input as Input, more: draft.more };
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
    this.called = id;
    const { instructorId, kind } = this.key();
    const begun = await fromDevice(this.drafts.newOfKind(instructorId, kind), []);
    const found = begun.find(({ input, more }) => isIt(input as Input, more));
    return this.begin(found?.id ?? id, null, studentId);
  }

  /** Something was typed: kept on the device at once. @param more what the page needs beside it */
  typed(input: Input, more: unknown = null): void {
    this.latest = { input, more };
    this.state.set('on-this-device');
    void this.keepTyped(input, more, false);
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
    const sent = { input, more: null };
    this.latest = sent;
    return defer(() => {
      this.keeping = this.keepTyped(input, null, true);
      return throughTrouble(
        () => {
          this.state.set('saving');
          return this.api.save(this.kind, this.id, input, this.stored());
        },
        {
          waiting: (_seconds, problem) => {
            this.state.set('waiting');
            this.problem.set(problem);
          },
          askedToTry: this.askedToTry,
        },
      );
    }).pipe(
      tap((saved) => {
        if (this.latest === sent) this.kept(saved);
        else this.keptBefore(saved);
      }),
      catchError((error: unknown) => this.meet(error, input)),
      takeUntil(merge(this.left, this.superseded)),
    );
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

  private kept(saved: View): void {
    this.stored.set(saved);
    this.problem.set(null);
    this.state.set('kept');
    void fromDevice(this.drafts.dropTyped(this.key(), this.typedAt), undefined);
  }

  /** The fields have moved on while it was on its way: they stay, over what is stored now. */
  private keptBefore(saved: View): void {
    this.stored.set(saved);
    this.problem.set(null);
    if (this.latest !== null) this.typed(this.latest.input, this.latest.more);
  }

  private meet(error: unknown, input: Input): Observable<View> {
    const problem = toProblem(error);
    if (problem.code === 'conflict' && problem.kind === this.kind.name) {
      const theirs = problem.current as View;
      const rows = conflictRows(this.kind, input, theirs);
      // What both say stands already: our own save, whose answer was lost.
      if (
        Object.keys(patchOf(this.kind.toInput(theirs), { ...input, revision: theirs.revision })).length === 0
      ) {
        this.kept(theirs);
        return EMPTY;
      }
      this.conflict.set({ rows, theirs });
      this.state.set('conflict');
      return EMPTY;
    }
    void this.keepTyped(input, null, false);
    this.problem.set(problem);
    this.state.set('on-this-device');
    return EMPTY;
  }

  private async keepTyped(input: Input, more: unknown, asked: boolean): Promise<void> {
    if (this.kind.namesPeople === true) return;
    this.typedAt = new Date().toISOString();
    const { studentId, typedAt: updatedAt } = this;
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

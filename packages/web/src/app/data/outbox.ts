import { HttpClient } from '@angular/common/http';
import { effect, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, firstValueFrom, fromEvent, type Observable, tap, throwError } from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { SessionStore } from '../session/session.store.ts';
import { type CheckDraft, DraftStore, type TypedKey, type TypedRecord } from './draft-store.ts';
import { fromDevice } from '../device/on-device.ts';
import { isPassing } from './passing-trouble.ts';
import { patchOf, saysTheSame } from './record-api.ts';
import { type KeptRecord } from './record-kind.ts';

/** One thing that was asked to be kept. */
interface Asked {
  readonly send: () => Observable<unknown>;
  readonly kept: () => Promise<unknown>;
  readonly refused: () => Promise<unknown>;
}

/**
 * What was asked to be kept and did not get through before its page was left, its tab killed or its network gone: sent
 * from the device when someone signs in, and when the network is back. What is sent twice is kept once, by its id and
 * the revision it was made from, a check by the key of its save.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  /** How many wait on this device. */
  readonly waiting = signal(0);

  private readonly http = inject(HttpClient);
  private readonly drafts = inject(DraftStore);
  private readonly session = inject(SessionStore);
  private sending: Promise<void> | null = null;
  /** What the server answered to records sent from here, by kind and id. */
  private readonly answers = new Map<string, KeptRecord>();

  constructor() {
    fromEvent(window, 'online')
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.send());
    effect(() => {
      if (this.session.session()?.locked === false) void this.send();
    });
  }

  /** Sends what waits, one after the other, in the order in which it was asked. */
  send(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  /** The newest answer to a record that was sent from here: a page may have fetched it before. */
  answerOf<View extends KeptRecord>({ kind, id }: Pick<TypedKey, 'kind' | 'id'>): View | undefined {
    return this.answers.get(`${kind} ${id}`) as View | undefined;
  }

  private async sendAll(): Promise<void> {
    const instructorId = this.session.session()?.instructor.id ?? '';
    // What checks are made of first: their students, lessons and clubs.
    const asked = [
      ...(await fromDevice(this.drafts.askedBy(instructorId), [])).map((typed) => this.record(typed)),
      ...(await fromDevice(this.drafts.checksAskedBy(instructorId), [])).map((draft) => this.check(draft)),
    ];
    this.waiting.set(asked.length);
    for (const one of asked) {
      if (!(await this.sendOne(one))) return;
      this.waiting.update((n) => n - 1);
    }
  }

  private record(typed: TypedRecord): Asked {
    const address = `/api/${typed.path}/${typed.id}`;
    const sent =
      typed.revision === 0
        ? this.http.put<KeptRecord>(address, typed.patch)
        : this.http.patch<KeptRecord>(address, typed.patch);
    return {
      send: () =>
        sent.pipe(
          catchError((error: unknown) => {
            const patch = overOwn(typed, toProblem(error));
            return patch === null ? throwError(() => error) : this.http.patch<KeptRecord>(address, patch);
          }),
          tap((kept) => this.answers.set(`${typed.kind} ${typed.id}`, kept)),
        ),
      kept: () => this.drafts.dropTyped(typed, typed.updatedAt),
      refused: () => this.drafts.keepTyped({ ...typed, asked: false }),
    };
  }

  private check(draft: CheckDraft): Asked {
    const { checkId, instructorId, asked, saveKey, updatedAt } = draft;
    return {
      send: () => this.http.put(`/api/checks/${checkId}`, asked, { headers: { 'Idempotency-Key': saveKey } }),
      kept: () => this.drafts.dropIfUnchanged(checkId, instructorId, updatedAt),
      refused: () => {
        const { asked: _asked, ...typed } = draft;
        return this.drafts.keep(typed);
      },
    };
  }

  /** @returns whether the next one may go; a network that is away keeps them all */
  private async sendOne({ send, kept, refused }: Asked): Promise<boolean> {
    try {
      await firstValueFrom(send());
      await fromDevice(kept(), undefined);
      return true;
    } catch (error) {
      const problem = toProblem(error);
      if (isPassing(problem) || problem.status === 401 || problem.status === 423) return false;
      // It is for a person to decide: what was typed stays, and its page shows it.
      await fromDevice(refused(), undefined);
      return true;
    }
  }
}

/** What is left to send where the server has what was on its way before this was typed; null where it is another’s. */
function overOwn({ kind, input, sent }: TypedRecord, problem: ApiProblem): object | null {
  if (problem.code !== 'conflict' || problem.kind !== kind || sent === undefined) return null;
  const theirs = problem.current as KeptRecord;
  const own = { ...(sent as object), revision: theirs.revision };
  const said = Object.fromEntries(Object.entries(theirs).filter(([name]) => name in own));
  if (!saysTheSame(said, own)) return null;
  return { ...patchOf(own, input as object), revision: theirs.revision };
}

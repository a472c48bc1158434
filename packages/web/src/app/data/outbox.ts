import { HttpClient } from '@angular/common/http';
import { effect, inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { toProblem } from '../api/problem.ts';
import { SessionStore } from '../session/session.store.ts';
import { DraftStore, type TypedRecord } from './draft-store.ts';
import { fromDevice } from '../device/on-device.ts';
import { isPassing } from './passing-trouble.ts';

/**
 * What was asked to be kept and did not get through before its page was left, its tab killed or its network gone: sent
 * from the device when someone signs in, and when the network is back. What is sent twice is kept once, by its id and
 * the revision it was made from.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  /** How many wait on this device. */
  readonly waiting = signal(0);

  private readonly http = inject(HttpClient);
  private readonly drafts = inject(DraftStore);
  private readonly session = inject(SessionStore);
  private sending: Promise<void> | null = null;

  constructor() {
    window.addEventListener('online', () => void this.send());
    effect(() => {
      if (this.session.session()?.locked === false) void this.send();
    });
  }

  /** Sends what waits, one after the other, in the order in which it was asked. */
  send(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    const instructorId = this.session.session()?.instructor.id ?? '';
    const asked = await fromDevice(this.drafts.askedBy(instructorId), []);
    this.waiting.set(asked.length);
    for (const typed of asked) {
      if (!(await this.sendOne(typed))) return;
      this.waiting.update((n) => n - 1);
    }
  }

  /** @returns whether the next one may go; a network that is away keeps them all */
  private async sendOne(typed: TypedRecord): Promise<boolean> {
    const address = `/api/${typed.path}/${typed.id}`;
    const sent =
      typed.revision === 0 ? this.http.put(address, typed.patch) : this.http.patch(address, typed.patch);
    try {
      await firstValueFrom(sent);
      await fromDevice(this.drafts.dropTyped(typed, typed.updatedAt), undefined);
      return true;
    } catch (error) {
      const problem = toProblem(error);
      if (isPassing(problem) || problem.status === 401 || problem.status === 423) return false;
      // It is for a person to decide: what was typed stays, and its page shows it.
      await fromDevice(this.drafts.keepTyped({ ...typed, asked: false }), undefined);
      return true;
    }
  }
}

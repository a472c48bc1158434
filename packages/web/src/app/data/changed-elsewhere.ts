import { inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { firstValueFrom, fromEvent, merge, Subject } from 'rxjs';
import { toProblem } from '../api/problem.ts';
import { SessionStore } from '../session/session.store.ts';
import { Wire } from '../api/wire.ts';

const TOO_LONG_AGO = 410;

/**
 * What others have changed since this device looked last. It looks when someone comes back to it and when the network is
 * back, and not by a clock: a device that is left alone is to lock, and asking would keep its session awake.
 */
@Injectable({ providedIn: 'root' })
export class ChangedElsewhere {
  /** Kinds of which something was changed; null: it may be anything. */
  readonly kinds = new Subject<ReadonlySet<string> | null>();

  private readonly wire = inject(Wire);
  private readonly session = inject(SessionStore);
  private since: number | undefined;
  private asking: Promise<void> | null = null;

  constructor() {
    merge(fromEvent(document, 'visibilitychange'), fromEvent(window, 'online'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (document.visibilityState === 'visible') void this.look();
      });
  }

  /** Looks now; two who ask at the same time ask once. */
  look(): Promise<void> {
    this.asking ??= this.ask().finally(() => (this.asking = null));
    return this.asking;
  }

  private async ask(): Promise<void> {
    if (this.session.session()?.locked !== false) return;
    const changed = new Set<string>();
    try {
      let more = true;
      while (more) {
        const params = this.since === undefined ? {} : { since: this.since };
        const page = await firstValueFrom(this.wire.ask('GET /api/sync', { query: params }));
        // Where to begin is asked once; what was changed before is not known, and may be anything.
        if (this.since === undefined) this.kinds.next(null);
        for (const { kind } of page.changes) changed.add(kind);
        this.since = page.next;
        ({ more } = page);
      }
    } catch (error) {
      if (toProblem(error).status !== TOO_LONG_AGO) return;
      this.since = undefined;
      this.kinds.next(null);
    }
    if (changed.size > 0) this.kinds.next(changed);
  }
}

import { ChangeDetectionStrategy, Component, DOCUMENT, inject } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { NavigationEnd, Router } from '@angular/router';
import { filter, fromEvent, of, Subject, switchMap } from 'rxjs';
import { waitSeconds, worthTrying } from '../data/passing-trouble.ts';
import { fetched, isUnfetched, partUnfetched, unfetched } from '../device/unfetched.ts';

/** A part of the program that did not come is said, and fetched again by itself; what was typed stands meanwhile. */
@Component({
  selector: 'lo-fetch-trouble',
  imports: [MatButton],
  template: `
    @if (trouble(); as t) {
      <div class="trouble" role="alert">
        <p>
          {{
            t.to === null
              ? 'A part of this page could not be fetched.'
              : 'That page could not be fetched. It opens as soon as it comes.'
          }}
          What you typed is kept on this device.
        </p>
        <button matButton="outlined" type="button" (click)="tryNow()">Try again</button>
      </div>
    }
  `,
  styles: `
    .trouble {
      position: fixed;
      right: 0;
      bottom: 0;
      left: 0;
      z-index: 20;
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
      padding: 12px 16px;
      border-top: 5px solid var(--lo-out);
      background: var(--lo-out-tint);
      color: var(--lo-ink);
    }
    p {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FetchTrouble {
  protected readonly trouble = unfetched;

  private readonly router = inject(Router);
  private readonly document = inject(DOCUMENT);
  private readonly asked = new Subject<void>();

  constructor() {
    this.router.events
      .pipe(
        filter((event) => event instanceof NavigationEnd),
        takeUntilDestroyed(),
      )
      .subscribe(() => fetched());
    // A part that is fetched behind the page fails where nobody waits for it.
    fromEvent<PromiseRejectionEvent>(window, 'unhandledrejection')
      .pipe(
        filter(({ reason }) => isUnfetched(reason)),
        takeUntilDestroyed(),
      )
      .subscribe(() => partUnfetched());
    toObservable(unfetched)
      .pipe(
        switchMap((trouble) =>
          trouble === null || trouble.to === null
            ? of(null)
            : worthTrying(waitSeconds(trouble.tries, Math.random()), this.asked).pipe(
                switchMap(() => this.open(trouble.to ?? '/')),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  protected tryNow(): void {
    const to = unfetched()?.to ?? null;
    if (to === null) void this.load(this.document.location.href);
    else this.asked.next();
  }

  /** From the program that is open; where the server has a newer one, from that. */
  private async open(to: string): Promise<void> {
    try {
      await this.router.navigateByUrl(to);
    } catch {
      // Said by the router’s own handler, which counts the tries.
      await this.load(to);
    }
  }

  /** Anew from the server, once it answers: without it the browser would show a page of its own. */
  private async load(to: string): Promise<void> {
    const answer = await fetch('/', { cache: 'no-store' }).catch(() => null);
    if (answer?.ok === true) this.document.location.assign(to);
  }
}

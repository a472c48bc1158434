import { DOCUMENT, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { filter, map, pairwise, startWith } from 'rxjs';

/** A page that is fetched has its heading by then; a later one is not waited for. */
const PATIENCE_MS = 3_000;

const pathOf = (url: string): string => url.split(/[?#]/)[0] ?? '';

/**
 * Where a view has gone, the focus falls to the body, and whoever works by the keyboard begins at the top of the page
 * again: the heading of the new view takes it, unless something of that view has taken it by itself.
 */
@Injectable({ providedIn: 'root' })
export class HeadingFocus {
  private readonly document = inject(DOCUMENT);
  private watching: MutationObserver | null = null;

  constructor() {
    const router = inject(Router);
    router.events
      .pipe(
        filter((event) => event instanceof NavigationEnd),
        map((event) => pathOf(event.urlAfterRedirects)),
        startWith(pathOf(router.url)),
        pairwise(),
        filter(([before, after]) => before !== after && before !== '/'),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.lookFor());
  }

  private lookFor(): void {
    this.watching?.disconnect();
    const watching = new MutationObserver(() => this.take(watching));
    this.watching = watching;
    watching.observe(this.document.body, { childList: true, subtree: true });
    setTimeout(() => watching.disconnect(), PATIENCE_MS);
    this.take(watching);
  }

  private take(watching: MutationObserver): void {
    const { activeElement, body } = this.document;
    if (activeElement !== body && activeElement !== null && this.document.contains(activeElement)) {
      watching.disconnect();
      return;
    }
    const heading = this.document.querySelector<HTMLElement>('#main h1');
    if (heading === null) return;
    watching.disconnect();
    heading.tabIndex = -1;
    heading.focus({ preventScroll: true });
  }
}

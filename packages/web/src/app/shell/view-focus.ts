import { DOCUMENT, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import {
  filter,
  fromEvent,
  map,
  merge,
  Observable,
  pairwise,
  startWith,
  switchMap,
  takeUntil,
  timer,
} from 'rxjs';

/** A page that has not come by then leaves the focus where it is. */
const LONGEST_MS = 10_000;

/**
 * Puts the focus on the heading of each view that is gone to: the control that led there has gone with its view, and
 * the focus would fall to the body. A view that focuses something itself, and whoever presses or points at something
 * meanwhile, is left alone. Called where a component is made.
 *
 * @param main what holds the views; null while there is none
 */
export function focusViews(main: () => HTMLElement | null): void {
  const [document, router] = [inject(DOCUMENT), inject(Router)];
  const acted = merge(fromEvent(document, 'keydown'), fromEvent(document, 'pointerdown'));
  router.events
    .pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects.split(/[?#]/)[0]),
      startWith(null),
      pairwise(),
      // The first view of all is the browser’s to focus; other values in the same view are no other view.
      filter(([before, now]) => before !== null && before !== now),
      switchMap(() => changesOf(document).pipe(startWith(null), takeUntil(merge(acted, timer(LONGEST_MS))))),
      takeUntilDestroyed(),
    )
    .subscribe(() => {
      const held = main();
      const [active, heading] = [document.activeElement, held?.querySelector<HTMLElement>('h1')];
      if (held === null || !heading || (active !== held && held.contains(active))) return;
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    });
}

/** Emits when something on the page has come or gone. */
function changesOf(document: Document): Observable<unknown> {
  return new Observable((subscriber) => {
    const observer = new MutationObserver((changes) => subscriber.next(changes));
    observer.observe(document.body, { childList: true, subtree: true });
    return () => observer.disconnect();
  });
}

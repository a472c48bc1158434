import { DestroyRef, effect, inject, signal, type Signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { filter } from 'rxjs';
import { Sender } from './sender.ts';

/** A reload lets go a moment after the new page has asked. */
const LETS_GO_WITHIN_MS = 300;

interface TabbedRecord {
  readonly kind: string;
  readonly id: () => string;
  readonly again: () => void;
}

/** Whether a record is worked on in this tab. */
export interface OneTab {
  /** Another tab of this browser works on it: here it is read. */
  readonly elsewhere: Signal<boolean>;
  /** It is worked on here from now on; the other tab reads it. */
  readonly takeOver: () => void;
}

/**
 * One tab at a time works on a record: what is typed in one would else go over what is typed in another. When the other is
 * closed, this one has it. In an injection context; where a browser has no locks (served without a certificate), what two
 * tabs keep is compared when it is kept.
 *
 * @param record.id another one lets go of the one before
 * @param record.again opens it anew: after another tab had it, and where that tab has kept it meanwhile. What it has typed
 *   is on the device
 */
export function oneTab({ kind, id, again }: TabbedRecord): OneTab {
  const { locks } = navigator as { readonly locks?: LockManager };
  const elsewhere = signal(false);
  let letGo = (): void => undefined;

  const askFor = (name: string, how: 'in-turn' | 'at-once'): void => {
    letGo();
    if (locks === undefined) return;
    const isOver = new AbortController();
    const { signal: whenOver } = isOver;
    const late = setTimeout(() => elsewhere.set(true), LETS_GO_WITHIN_MS);
    const hold = (): Promise<void> => {
      clearTimeout(late);
      if (elsewhere()) {
        elsewhere.set(false);
        again();
      }
      return new Promise((resolve) => whenOver.addEventListener('abort', () => resolve()));
    };
    letGo = () => {
      clearTimeout(late);
      isOver.abort();
    };
    // One that is taken at once cannot be given up while it is waited for: it is not waited for.
    const asked =
      how === 'at-once'
        ? locks.request(name, { steal: true }, hold)
        : locks.request(name, { signal: whenOver }, hold);
    asked.catch(() => {
      if (whenOver.aborted) return;
      // Another tab has taken it: this one has it again when that one is closed.
      elsewhere.set(true);
      askFor(name, 'in-turn');
    });
  };

  effect(() => {
    const name = nameOf(kind, id());
    untracked(() => {
      elsewhere.set(false);
      askFor(name, 'in-turn');
    });
  });
  inject(Sender)
    .outcomes.pipe(
      filter(({ key, view }) => elsewhere() && view !== null && key.kind === kind && key.id === id()),
      takeUntilDestroyed(),
    )
    .subscribe(again);
  inject(DestroyRef).onDestroy(() => letGo());
  return { elsewhere, takeOver: () => askFor(nameOf(kind, id()), 'at-once') };
}

const nameOf = (kind: string, id: string): string => `lotrecht-${kind}-${id}`;

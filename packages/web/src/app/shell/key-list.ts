import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, DOCUMENT, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import { fromEvent } from 'rxjs';
import { KEYS, typesText } from '../ui/keys.ts';

/** `?` lists the keys; the keys that lead to the main places work everywhere. */
@Component({
  selector: 'lo-key-list',
  imports: [A11yModule, MatButton],
  template: `
    @if (open()) {
      <div class="veil" (click)="open.set(false)" aria-hidden="true"></div>
      <div role="dialog" aria-modal="true" aria-labelledby="keys-title" cdkTrapFocus cdkTrapFocusAutoCapture>
        <h2 id="keys-title">Keys</h2>
        <dl>
          @for (key of keys; track key.key) {
            <dt>
              <kbd>{{ key.face }}</kbd>
            </dt>
            <dd>{{ key.does }}</dd>
          }
        </dl>
        <p class="lo-soft">Letters that do something by themselves are switched off under Account.</p>
        <button matButton="outlined" type="button" (click)="open.set(false)">Close</button>
      </div>
    }
  `,
  styles: `
    .veil {
      position: fixed;
      inset: 0;
      z-index: 800;
      background: rgb(0 0 0 / 45%);
    }
    [role='dialog'] {
      position: fixed;
      z-index: 801;
      inset: 10vh auto auto 50%;
      translate: -50%;
      width: min(520px, 100% - 32px);
      max-height: 80vh;
      overflow: auto;
      padding: 20px 24px;
      border-radius: 6px;
      background: var(--lo-paper);
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 8px 20px;
      margin: 16px 0;
    }
    dd {
      margin: 0;
    }
    kbd {
      display: inline-block;
      min-width: 34px;
      padding: 1px 8px;
      border: 1px solid var(--lo-line-strong);
      border-bottom-width: 3px;
      border-radius: 4px;
      font:
        600 1rem 'Barlow',
        sans-serif;
      text-align: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyList {
  protected readonly open = signal(false);
  protected readonly keys = KEYS;

  private readonly router = inject(Router);

  constructor() {
    fromEvent<KeyboardEvent>(inject(DOCUMENT), 'keydown')
      .pipe(takeUntilDestroyed())
      .subscribe((event) => this.pressed(event));
  }

  private pressed(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.open.set(false);
    if (typesText(event)) return;
    if (event.key === '?') this.open.update((o) => !o);
    const place = KEYS.find((k) => k.key === event.key)?.leadsTo;
    if (place !== undefined) {
      event.preventDefault();
      this.open.set(false);
      void this.router.navigate([place]);
    }
  }
}

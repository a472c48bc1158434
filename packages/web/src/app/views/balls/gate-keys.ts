import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type Ball } from '../../balls/run-of-balls.ts';

const MOST = 5;

/** Where a ball passed the gate rod, in balls beside it; without a rod, beside the mark. One tap. */
@Component({
  selector: 'lo-gate-keys',
  template: `
    <div
      class="keys"
      role="group"
      [attr.aria-label]="gateM() ? 'Where it passed the gate rod' : 'Where it started'"
    >
      @for (key of keys(); track key.title) {
        <button
          type="button"
          [class.rod]="key.rod"
          [attr.aria-label]="key.title"
          [attr.aria-pressed]="key.pressed"
          (click)="started.emit(key.start)"
        >
          @if (key.face) {
            <span aria-hidden="true">{{ key.face }}</span>
          } @else {
            <i aria-hidden="true"></i>
          }
        </button>
      }
    </div>
  `,
  styles: `
    .keys {
      display: grid;
      grid-auto-columns: 1fr;
      grid-auto-flow: column;
      gap: 2px;
    }
    button {
      display: grid;
      place-items: end center;
      min-width: 0;
      min-height: 76px;
      padding: 0 0 12px;
      border: 1px solid var(--lo-line);
      border-bottom: 3px solid var(--lo-line-strong);
      background: var(--lo-paper);
      color: var(--lo-ink);
      font: inherit;
      font-weight: 600;
    }
    i {
      width: 18px;
      height: 18px;
      border: 2px solid var(--lo-ink-soft);
      border-radius: 50%;
    }
    .rod i {
      width: 8px;
      height: 52px;
      border: 0;
      border-radius: 3px;
      background: var(--lo-twine);
    }
    button[aria-pressed='true'] {
      background: var(--lo-now-tint);
      border-bottom-color: var(--lo-now);
    }
    button:not(.rod)[aria-pressed='true'] i {
      background: var(--lo-ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GateKeys {
  /** How far ahead the rod stands, m; undefined: a mark alone. */
  readonly gateM = input.required<number | undefined>();
  readonly start = input.required<Ball['start'] | undefined>();
  readonly started = output<Ball['start']>();

  protected readonly keys = computed(() => {
    const start = this.start();
    if (this.gateM() === undefined)
      return (['left', 'over', 'right'] as const).map((side) => ({
        title: side === 'over' ? 'Over the mark' : `${side === 'left' ? 'Left' : 'Right'} of the mark`,
        face: side === 'over' ? 'over it' : side,
        rod: false,
        start: { side },
        pressed: start?.side === side,
      }));
    return Array.from({ length: 2 * MOST + 1 }, (_, n) => n - MOST).map((widths) => ({
      title: titleOf(widths),
      face: '',
      rod: widths === 0,
      start: { widths },
      pressed: start?.widths === widths,
    }));
  });
}

function titleOf(widths: number): string {
  if (widths === 0) return 'Over the rod, or on it';
  const count = Math.abs(widths);
  return `${count} ${count === 1 ? 'ball' : 'balls'} ${widths < 0 ? 'left' : 'right'} of the rod`;
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { mdiBackspaceOutline } from '@mdi/js';
import { Icon } from '../../../ui/icon.ts';
import { type ReadingUnit } from './parse-reading.ts';

/** What a key of the pad does. */
export type PadKey = 'next' | 'back' | 'sign' | '.' | ' ' | '/' | `${number}`;

/** The on-page pad: large keys for a thumb in the sun, so that the system keyboard stays down. */
@Component({
  selector: 'lo-number-pad',
  imports: [Icon],
  template: `
    @for (key of keys(); track key.does) {
      <button
        type="button"
        [class]="key.style"
        [class.done]="key.does === 'next' && nextFace() === 'Kept'"
        [attr.aria-label]="key.does === 'next' ? nextFace() : key.spoken"
        tabindex="-1"
        (pointerdown)="$event.preventDefault()"
        (click)="pressed.emit(key.does)"
      >
        @if (key.does === 'back') {
          <lo-icon [path]="backspace" />
        } @else {
          {{ key.does === 'next' ? nextFace() : key.face }}
        }
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(4, 1fr);
      grid-auto-rows: minmax(56px, 62px);
      gap: 6px;
    }
    @media (max-width: 47.5em) {
      :host {
        grid-auto-rows: 56px;
        gap: 5px;
      }
    }
    button {
      border: 1px solid var(--lo-line-strong);
      border-bottom-width: 3px;
      border-radius: 5px;
      background: var(--lo-paper);
      color: var(--lo-ink);
      font:
        600 1.625rem/1 'Barlow Semi Condensed',
        sans-serif;
      font-variant-numeric: tabular-nums;
      touch-action: manipulation;
    }
    button:active {
      background: var(--lo-now-tint);
    }
    .quiet {
      background: var(--lo-board);
    }
    .next {
      grid-column: span 2;
      background: var(--lo-now);
      color: var(--lo-now-ink);
      border-color: var(--lo-line-strong);
      font-size: 1.25rem;
    }
    .next.done {
      background: var(--lo-board);
      color: var(--lo-ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberPad {
  /** What the large key does now: the next field, or keeping the check when everything is read. */
  readonly nextFace = input<'Next' | 'Keep' | 'Kept' | 'Reveal'>('Next');
  /** Inches are typed with a space and a stroke, degrees and metres with a point. */
  readonly unit = input<ReadingUnit>('mm');
  readonly pressed = output<PadKey>();

  protected readonly backspace = mdiBackspaceOutline;
  protected readonly keys = computed(
    (): readonly { does: PadKey; face: string; spoken: string; style: string }[] => [
      ...[7, 8, 9].map(digit),
      { does: 'back', face: '', spoken: 'Take the last digit back', style: 'quiet' },
      ...[4, 5, 6].map(digit),
      { does: 'sign', face: '±', spoken: 'Beyond the line: change the sign', style: 'quiet' },
      ...[1, 2, 3].map(digit),
      this.unit() === 'in'
        ? { does: ' ', face: '␣', spoken: 'Space before a fraction', style: 'quiet' }
        : { does: '.', face: '.', spoken: 'Point', style: 'quiet' },
      digit(0),
      this.unit() === 'in'
        ? { does: '/', face: '⁄', spoken: 'Of an inch: stroke', style: 'quiet' }
        : digit('00'),
      { does: 'next', face: 'Next', spoken: 'Next field', style: 'next' },
    ],
  );
}

function digit(n: number | string): { does: PadKey; face: string; spoken: string; style: string } {
  return { does: `${n}` as PadKey, face: String(n), spoken: String(n), style: '' };
}

/** What a field holds after a key of the pad. */
export function afterKey(text: string, key: Exclude<PadKey, 'next'>): string {
  switch (key) {
    case 'back':
      return text.slice(0, -1);
    case 'sign':
      return text.startsWith('-') ? text.slice(1) : `-${text}`;
    case '.':
      return text.includes('.') ? text : `${text === '' || text === '-' ? `${text}0` : text}.`;
    default:
      return text + key;
  }
}

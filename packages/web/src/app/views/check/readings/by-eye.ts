import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { COVERAGE_FACTOR, sideSign, signWords } from '@lotrecht/core';
import { LINE_TITLES } from '../../../words/words.ts';
import { EyeStore } from '../../../settings/eye.store.ts';
import { CheckGround } from '../check-ground.ts';
import { CheckReadings } from '../check-readings.ts';
import { type Entry } from './entry.ts';

/** What an eye can tell apart, φ in degrees; each is known to ± 8° only. */
const CLASSES: readonly { readonly deg: number; readonly much: boolean }[] = [
  { deg: -8, much: true },
  { deg: -4, much: false },
  { deg: 0, much: false },
  { deg: 4, much: false },
  { deg: 8, much: true },
];

/** A line judged by eye: five classes, and how little they say. */
@Component({
  selector: 'lo-by-eye',
  template: `
    <div role="group" [attr.aria-label]="title() + ' by eye'">
      @for (c of classes(); track c.readingDeg) {
        <button type="button" [attr.aria-pressed]="c.readingDeg === chosen()" (click)="judge(c.readingDeg)">
          {{ c.words }}
        </button>
      }
    </div>
    <p class="lo-soft">{{ worth() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    div {
      display: flex;
      flex-wrap: wrap;
      gap: 4px;
    }
    button {
      flex: 1;
      min-height: 44px;
      padding: 2px 8px;
      border: 1px solid var(--lo-line-strong);
      border-radius: 4px;
      background: var(--lo-paper);
      color: var(--lo-ink);
      font: inherit;
      line-height: 1.15;
    }
    button[aria-pressed='true'] {
      border: 2px solid var(--lo-twine);
      font-weight: 600;
    }
    p {
      font-size: 0.875rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ByEye {
  private readonly ground = inject(CheckGround);
  private readonly readings = inject(CheckReadings);
  private readonly eye = inject(EyeStore);
  readonly entry = input.required<Entry>();

  /** An eye says little; how little, its own record tells. */
  protected readonly worth = computed(() => {
    const own = this.eye.uncertaintyDeg();
    return own === undefined
      ? 'Known to ± 8° only, until five guesses have measured your own eye.'
      : `Known to ± ${(COVERAGE_FACTOR * own).toFixed(1)}°: your own eye, from ${this.eye.eye()?.count ?? 0} guesses.`;
  });

  protected readonly title = computed(() => LINE_TITLES[this.entry().line]);
  protected readonly chosen = computed(() => {
    const text = this.entry().fields['readingDeg'] ?? '';
    return text === '' ? null : Number(text);
  });

  protected readonly classes = computed(() => {
    const [below, above] = signWords(this.entry().line);
    const side = sideSign(this.ground.student()?.handedness ?? 'right');
    return CLASSES.map(({ deg, much }) => ({
      readingDeg: deg === 0 ? 0 : side * deg,
      words: deg === 0 ? 'square' : `${much ? 'much ' : ''}${deg < 0 ? below : above}`,
    }));
  });

  protected judge(readingDeg: number): void {
    this.readings.fill(this.entry().id, { readingDeg: String(readingDeg) });
  }
}

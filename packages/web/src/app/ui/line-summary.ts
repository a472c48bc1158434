import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { besideText } from '@lotrecht/words';
import { SettingsStore } from '../settings/settings.store.ts';
import { aimOf } from '../words/aims.ts';
import { Bob } from './bob.ts';
import {
  angleText,
  answerOfLine,
  leanOf,
  LINE_TITLES,
  type LineKey,
  uncertaintyText,
} from '../words/words.ts';

/** One measured line in one row: bob, name, how it is, where it aims, and the tape’s angle. */
@Component({
  selector: 'lo-line-summary',
  imports: [Bob],
  template: `
    @if (line(); as read) {
      @if (lean(); as l) {
        <lo-bob [lean]="l.lean" [side]="read.side" />
      }
      <span class="name">{{ title() }}</span>
      <span class="words">{{ lean()?.words }}</span>
      <span class="aims">{{ aims() }}</span>
      <span class="u">{{ angleText(read) }} {{ uncertaintyText(read) }}</span>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 26px 84px minmax(9rem, 13rem) 6rem minmax(9.5rem, auto);
      align-items: center;
      gap: 8px;
      min-height: 36px;
    }
    lo-bob {
      height: 30px;
    }
    .name {
      color: var(--lo-ink-soft);
    }
    .words {
      font-weight: 600;
    }
    .u {
      white-space: nowrap;
      color: var(--lo-ink-soft);
      font-size: 0.9375rem;
    }
    @media (max-width: 40em) {
      :host {
        grid-template-columns: 26px 78px 1fr auto;
      }
      .u {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineSummary {
  readonly key = input.required<LineKey>();
  readonly result = input.required<Pick<ResultDocument, 'lines' | 'posterior'>>();

  /** Of its check: hand and target. */
  readonly document = input.required<Pick<CheckDocument, 'handedness' | 'target'>>();

  private readonly settings = inject(SettingsStore);
  /** Where it is thought to aim, from all that is known; from the tape where nothing else is. */
  protected readonly aims = computed(() => {
    const [result, { handedness, target }] = [this.result(), this.document()];
    const deg = answerOfLine(result, this.key())?.meanDeg ?? this.line()?.handedAzimuthDeg;
    if (deg === undefined) return '';
    const aim = aimOf(deg, { handedness, distanceM: target?.distanceM });
    return besideText(aim, this.settings.settings().distanceUnit);
  });

  protected readonly angleText = angleText;
  protected readonly uncertaintyText = uncertaintyText;
  protected readonly line = computed(() => this.result().lines[this.key()]);
  protected readonly title = computed(() => LINE_TITLES[this.key()]);
  protected readonly lean = computed(() => leanOf(this.result(), this.key()));
}

import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type ResultDocument } from '@lotrecht/records';
import { Bob } from './bob.ts';
import { angleText, leanOf, LINE_TITLES, type LineKey, uncertaintyText } from '../words/words.ts';

/** One measured line in one row: bob, name, angle with word and side, uncertainty, lean. */
@Component({
  selector: 'lo-line-summary',
  imports: [Bob],
  template: `
    @if (line(); as read) {
      @if (lean(); as l) {
        <lo-bob [lean]="l.lean" [side]="read.side" />
      }
      <span class="name">{{ title() }}</span>
      <span class="lo-figure">{{ angleText(read) }}</span>
      <span class="u">{{ uncertaintyText(read) }}</span>
      <span class="words">{{ lean()?.words }}</span>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 26px 84px 10.5rem 4.5rem auto;
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
    .lo-figure {
      font-size: 1.1875rem;
    }
    .u,
    .words {
      color: var(--lo-ink-soft);
    }
    @media (max-width: 640px) {
      :host {
        grid-template-columns: 26px 78px 1fr auto;
      }
      .words {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineSummary {
  readonly key = input.required<LineKey>();
  readonly result = input.required<Pick<ResultDocument, 'lines' | 'posterior'>>();

  protected readonly angleText = angleText;
  protected readonly uncertaintyText = uncertaintyText;
  protected readonly line = computed(() => this.result().lines[this.key()]);
  protected readonly title = computed(() => LINE_TITLES[this.key()]);
  protected readonly lean = computed(() => leanOf(this.result(), this.key()));
}

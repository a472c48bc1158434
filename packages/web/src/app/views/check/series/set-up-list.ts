import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { BlindSeries } from './blind-series.ts';

/** The set-ups of a series, each with the colour of its marks and how far it has come. */
@Component({
  selector: 'lo-set-up-list',
  template: `
    @if (series.setUps().length > 0) {
      <ol aria-label="Set-ups of the series">
        @for (setUp of series.setUps(); track setUp.place) {
          <li [class.here]="setUp.place === series.mine()?.place">
            <i [class]="'lo-mark ' + setUp.colour" aria-hidden="true"></i>
            <span>{{ setUp.place }} {{ setUp.colour }}</span>
            <span class="lo-soft">{{ setUp.state }}</span>
          </li>
        }
      </ol>
    }
  `,
  styles: `
    ol {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 6px;
      align-items: center;
    }
    .here {
      font-weight: 600;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetUpList {
  protected readonly series = inject(BlindSeries);
}

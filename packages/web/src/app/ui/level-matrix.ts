import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type LevelMatrixRows, type MatrixCell } from '../progress/levels.ts';

/** Lines against groups of clubs: a student at one glance. A cell leads to its line over the lessons. */
@Component({
  selector: 'lo-level-matrix',
  template: `
    <div class="wide" tabindex="0" role="region" aria-label="Blind, by line and clubs">
      <table>
        <thead>
          <tr>
            <th scope="col">Line</th>
            @for (g of matrix().groups; track g) {
              <th scope="col">{{ g }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of matrix().rows; track row.title) {
            <tr>
              <th scope="row">{{ row.title }}</th>
              @for (cell of row.cells; track $index) {
                <td>
                  @if (cell; as c) {
                    <button type="button" [class]="c.verdict" (click)="chosen.emit(c)">
                      {{ c.text }} <span>{{ c.half }}</span>
                    </button>
                  } @else {
                    <span class="lo-soft">not read</span>
                  }
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .wide {
      overflow-x: auto;
    }
    table {
      border-collapse: collapse;
    }
    th,
    td {
      padding: 4px 14px 4px 0;
      border-bottom: 1px solid var(--lo-line);
      font-weight: 400;
      text-align: left;
    }
    thead th {
      color: var(--lo-ink-soft);
    }
    button {
      min-height: 44px;
      padding: 2px 12px;
      border: 1px solid var(--lo-line-strong);
      border-radius: 4px;
      background: none;
      color: var(--lo-ink);
      font: inherit;
      line-height: 1.2;
      text-align: left;
      cursor: pointer;
    }
    button span {
      color: var(--lo-ink-soft);
      font-size: 0.875rem;
    }
    .in {
      border: 2px solid var(--lo-in);
    }
    .out {
      border: 2px dashed var(--lo-out);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelMatrix {
  readonly matrix = input.required<LevelMatrixRows>();
  readonly chosen = output<MatrixCell>();
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type LevelsBeside as Beside, type MatrixCell } from '../../progress/levels.ts';

/** Room beside the outermost end, as a share of the scale. */
const MARGIN = 0.08;

/** Levels of one line beside each other on one scale: places, or clubs. Each leads to its own lessons. */
@Component({
  selector: 'lo-levels-beside',
  template: `
    <ul>
      @for (row of rows(); track row.key) {
        <li>
          <button type="button" (click)="chosen.emit(row.cell)">
            <span class="key">{{ row.key }}</span>
            <span class="scale" aria-hidden="true">
              <span class="tolerance" [style]="row.tolerance"></span>
              <span class="bar" [style]="row.bar"></span>
              <span class="dot" [style.left]="row.dot"></span>
            </span>
            <span class="level"
              >{{ row.cell.text }} <span class="lo-soft">{{ row.cell.half }}, {{ row.lessons }}</span></span
            >
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: grid;
      gap: 4px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    button {
      display: grid;
      grid-template-columns: 110px 1fr 300px;
      gap: 12px;
      align-items: center;
      width: 100%;
      min-height: 44px;
      padding: 2px 8px;
      border: 0;
      border-bottom: 1px solid var(--lo-line);
      background: none;
      color: var(--lo-ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .scale {
      position: relative;
      height: 28px;
      background: var(--lo-board);
    }
    .tolerance,
    .bar,
    .dot {
      position: absolute;
    }
    .tolerance {
      top: 0;
      bottom: 0;
      background: var(--lo-in-tint);
    }
    .bar {
      top: 12px;
      height: 4px;
      background: var(--lo-twine);
    }
    .dot {
      top: 6px;
      width: 16px;
      height: 16px;
      margin-left: -8px;
      border: 3px solid var(--lo-ink);
      border-radius: 50%;
      background: var(--lo-paper);
    }
    @media (max-width: 47.5em) {
      button {
        grid-template-columns: 90px 1fr;
      }
      .level {
        grid-column: 1 / -1;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelsBeside {
  readonly beside = input.required<Beside>();
  readonly chosen = output<MatrixCell>();

  protected readonly rows = computed(() => {
    const { rows, toleranceDeg } = this.beside();
    const [low, high] = toleranceDeg;
    const least = Math.min(low, ...rows.map((r) => r.deg - r.halfDeg));
    const most = Math.max(high, ...rows.map((r) => r.deg + r.halfDeg));
    const room = MARGIN * (most - least);
    const at = (deg: number): number => (100 * (deg - least + room)) / (most - least + 2 * room);
    const span = (from: number, to: number): string => `left:${at(from)}%;width:${at(to) - at(from)}%`;
    return rows.map((row) => ({
      key: row.key,
      cell: row,
      lessons: `${row.lessons} ${row.lessons === 1 ? 'lesson' : 'lessons'}`,
      tolerance: span(low, high),
      bar: span(row.deg - row.halfDeg, row.deg + row.halfDeg),
      dot: `${at(row.deg)}%`,
    }));
  });
}

import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { isCold, lessonDifferences } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import { COVERAGE_FACTOR, signWords } from '@lotrecht/core';
import { waitsForSeries } from '../../words/series.ts';
import { CLUB_GROUPS, LINE_TITLES } from '../../words/words.ts';

type ClubGroup = keyof typeof CLUB_GROUPS;

/** What the lesson changed: blind baselines against what came after coaching, with the same group of clubs. */
@Component({
  selector: 'lo-before-after',
  template: `
    @if (groups().length > 0) {
      <h2>Before and after</h2>
    }
    @for (group of groups(); track group.title) {
      <table>
        <caption>
          {{
            group.title
          }}: blind baseline against coached
        </caption>
        <thead>
          <tr>
            <th scope="col">Line</th>
            <th scope="col">before</th>
            <th scope="col">after</th>
            <th scope="col">change</th>
            <th scope="col">more than chance</th>
          </tr>
        </thead>
        <tbody>
          @for (row of group.rows; track row.title) {
            <tr>
              <th scope="row">{{ row.title }}</th>
              <td class="lo-figure">{{ row.before }}</td>
              <td class="lo-figure">{{ row.after }}</td>
              <td>
                <span class="lo-figure">{{ row.change }}</span> {{ row.uncertainty }}
              </td>
              <td [class.real]="row.real">{{ row.real ? 'real' : 'not shown' }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    h2 {
      margin: 20px 0 6px;
    }
    table {
      margin-bottom: 12px;
      width: 100%;
      max-width: 640px;
      border-collapse: collapse;
    }
    caption {
      text-align: left;
      color: var(--lo-ink-soft);
      padding-bottom: 4px;
    }
    th,
    td {
      padding: 6px 14px 6px 0;
      text-align: left;
      font-weight: 400;
      border-bottom: 1px solid var(--lo-line);
    }
    thead th {
      color: var(--lo-ink-soft);
    }
    .lo-figure {
      font-size: 1.125rem;
      font-weight: 600;
    }
    .real {
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BeforeAfter {
  readonly checks = input.required<readonly CheckView[]>();

  protected readonly groups = computed(() => {
    const clubGroups = [...new Set(this.checks().flatMap((c) => c.document.club?.group ?? []))];
    return clubGroups.flatMap((group: ClubGroup) => {
      const of = this.checks().filter(
        (c) => c.document.club?.group === group && !waitsForSeries(c, this.checks()),
      );
      const before = of.filter(({ circumstances }) => isCold(circumstances));
      const after = of.filter(({ circumstances: c }) => c?.phase === 'coached');
      const rows = lessonDifferences(before, after, false).map((d) => {
        const [less, more] = signWords(d.line);
        const worded = (deg: number): string =>
          Math.abs(deg) < 0.05 ? '0.0°' : `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? less : more}`;
        return {
          title: LINE_TITLES[d.line],
          before: worded(d.beforeDeg),
          after: worded(d.afterDeg),
          change:
            Math.abs(d.deltaDeg) < 0.05
              ? '0.0°'
              : `${Math.abs(d.deltaDeg).toFixed(1)}° toward ${d.deltaDeg < 0 ? less : more}`,
          uncertainty: `± ${(COVERAGE_FACTOR * d.uncertaintyDeg).toFixed(1)}°`,
          real: d.real,
        };
      });
      return rows.length === 0 ? [] : [{ title: CLUB_GROUPS[group], rows }];
    });
  });
}

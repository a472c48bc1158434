import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { couplingOfLesson, isCold, lessonDifferences, toldChecks } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import { COVERAGE_FACTOR, signWords } from '@lotrecht/core';
import { MethodStore } from '../../methods/method.store.ts';
import { atText, placeText, type Told } from '../../words/aims.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { CLUB_GROUPS, LINE_TITLES, type LineKey } from '../../words/words.ts';
import { couplingText } from './coupling-text.ts';

type ClubGroup = keyof typeof CLUB_GROUPS;

/** What the lesson changed: blind baselines against what came after coaching, with the same group of clubs. */
@Component({
  selector: 'lo-before-after',
  imports: [MatTableModule],
  template: `
    @if (groups().length > 0) {
      <h2>Before and after</h2>
    }
    @for (group of groups(); track group.title) {
      @if (group.rows.length > 0) {
        <table mat-table [dataSource]="group.rows">
          <caption>
            {{
              group.title
            }}: blind baseline against coached,
            {{
              at()
            }}
          </caption>
          <ng-container matColumnDef="title">
            <th mat-header-cell *matHeaderCellDef scope="col">Line</th>
            <th mat-cell scope="row" *matCellDef="let row">{{ row.title }}</th>
          </ng-container>
          <ng-container matColumnDef="before">
            <th mat-header-cell *matHeaderCellDef scope="col">before</th>
            <td mat-cell *matCellDef="let row">
              <span class="lo-figure">{{ row.before.place }}</span> <small>{{ row.before.deg }}</small>
            </td>
          </ng-container>
          <ng-container matColumnDef="after">
            <th mat-header-cell *matHeaderCellDef scope="col">after</th>
            <td mat-cell *matCellDef="let row">
              <span class="lo-figure">{{ row.after.place }}</span> <small>{{ row.after.deg }}</small>
            </td>
          </ng-container>
          <ng-container matColumnDef="change">
            <th mat-header-cell *matHeaderCellDef scope="col">change</th>
            <td mat-cell *matCellDef="let row">
              <span class="lo-figure">{{ row.change.place }}</span> <small>{{ row.change.deg }}</small>
            </td>
          </ng-container>
          <ng-container matColumnDef="real">
            <th mat-header-cell *matHeaderCellDef scope="col">more than chance</th>
            <td mat-cell [class.real]="row.real" *matCellDef="let row">
              {{ row.real ? 'real' : 'not shown' }}
            </td>
          </ng-container>
          <tr mat-header-row *matHeaderRowDef="columns"></tr>
          <tr mat-row *matRowDef="let row; columns: columns"></tr>
        </table>
      }
      @if (group.coupling; as said) {
        <p>{{ said }}</p>
      }
    }
  `,
  styles: `
    h2 {
      margin: 20px 0 6px;
    }
    table {
      margin-bottom: 12px;
      width: 100%;
      max-width: 820px;
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
    }
    th[scope='row'] {
      border-bottom: 1px solid var(--lo-line);
    }
    .lo-figure {
      font-size: 1.125rem;
      font-weight: 600;
    }
    small {
      margin-left: 8px;
      color: var(--lo-ink-soft);
      white-space: nowrap;
    }
    .real {
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BeforeAfter {
  readonly checks = input.required<readonly CheckView[]>();

  private readonly methods = inject(MethodStore);
  private readonly settings = inject(SettingsStore);

  constructor() {
    this.methods.load();
  }

  protected readonly columns = ['title', 'before', 'after', 'change', 'real'] as const;
  private readonly told = computed((): Told => ({
    handedness: this.checks()[0]?.document.handedness ?? 'right',
    unit: this.settings.settings().distanceUnit,
  }));
  protected readonly at = computed(() => atText(this.told()));

  protected readonly groups = computed(() => {
    const clubGroups = [...new Set(this.checks().flatMap((c) => c.document.club?.group ?? []))];
    return clubGroups.flatMap((group: ClubGroup) => {
      const of = toldChecks(this.checks()).filter((c) => c.document.club?.group === group);
      const before = of.filter(({ circumstances }) => isCold(circumstances));
      const after = of.filter(({ circumstances: c }) => c?.phase === 'coached');
      const rows = lessonDifferences(before, after, false).map((d) => {
        const [less, more] = signWords(d.line);
        const half = (COVERAGE_FACTOR * d.uncertaintyDeg).toFixed(1);
        const toward = Math.abs(d.deltaDeg) < 0.05 ? '' : ` toward ${d.deltaDeg < 0 ? less : more}`;
        return {
          title: LINE_TITLES[d.line],
          before: this.worded(d.line, d.beforeDeg),
          after: this.worded(d.line, d.afterDeg),
          change: {
            place: Math.abs(d.deltaDeg) < 0.05 ? 'none' : placeText(d.deltaDeg, this.told()),
            deg: `${Math.abs(d.deltaDeg).toFixed(1)}°${toward} ± ${half}°`,
          },
          real: d.real,
        };
      });
      const coupling = this.couplingOf(of);
      return rows.length === 0 && coupling === null ? [] : [{ title: CLUB_GROUPS[group], rows, coupling }];
    });
  });

  private worded(line: LineKey, deg: number) {
    const [less, more] = signWords(line);
    return {
      place: placeText(deg, this.told()),
      deg: Math.abs(deg) < 0.05 ? '0.0°' : `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? less : more}`,
    };
  }

  /** For a method that leaves the feet free unless the shoulders follow them. */
  private couplingOf(checks: readonly CheckView[]): string | null {
    const last = checks.at(-1);
    const id = last?.document.method?.id ?? last?.record?.ownMethod?.id;
    const method = this.methods.all().find((m) => m.id === id);
    if (method?.feetFree !== true) return null;
    const found = couplingOfLesson(checks, method.footLine);
    return found === null ? null : couplingText(found, this.told());
  }
}

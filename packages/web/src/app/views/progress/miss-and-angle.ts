import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { isCold } from '@lotrecht/judging';
import { type MeasuredLineView, type StudentView } from '@lotrecht/records';
import { missText } from '@lotrecht/words';
import { loaded } from '../../data/loaded.ts';
import { USUAL_MISS, type UsualMiss } from '../../data/kinds/usual-miss.ts';
import { RecordApi } from '../../data/record-api.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { atText, placeText } from '../../words/aims.ts';
import { dayText } from '../../words/dates.ts';

/** Lines that a miss is held against. */
const BESIDE = ['face', 'toes', 'shoulders'] as const;

interface Row {
  readonly day: string;
  readonly miss: string;
  readonly face: string;
  readonly toes: string;
  readonly shoulders: string;
}

/** What the student said of their balls, lesson by lesson, beside where the lines stood that day, blind. */
@Component({
  selector: 'lo-miss-and-angle',
  imports: [MatTableModule, ProblemNote],
  template: `
    @if (said.problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="said.again()" />
    }
    @if (rows().length > 0) {
      <h2>The usual miss, and the lines {{ at() }}</h2>
      <div class="wide">
        <table mat-table [dataSource]="rows()">
          @for (c of columns; track c.key) {
            <ng-container [matColumnDef]="c.key">
              <th mat-header-cell *matHeaderCellDef scope="col">{{ c.title }}</th>
              <td mat-cell *matCellDef="let row">{{ cell(row, c.key) }}</td>
            </ng-container>
          }
          <tr mat-header-row *matHeaderRowDef="keys"></tr>
          <tr mat-row *matRowDef="let row; columns: keys"></tr>
        </table>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    h2 {
      margin: 28px 0 8px;
    }
    .wide {
      overflow-x: auto;
    }
    table {
      width: 100%;
      background: none;
    }
    td,
    th {
      padding: 0 12px 0 0;
      text-align: left;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MissAndAngle {
  readonly student = input.required<StudentView>();
  readonly lines = input.required<readonly MeasuredLineView[]>();

  private readonly records = inject(RecordApi);
  protected readonly said = loaded({
    of: () => this.student().id,
    from: (student) => this.records.all<UsualMiss>(USUAL_MISS, { student }),
  });
  private readonly settings = inject(SettingsStore);

  protected readonly columns = [
    { key: 'day', title: 'Lesson' },
    { key: 'miss', title: 'The usual miss' },
    { key: 'face', title: 'Face' },
    { key: 'toes', title: 'Toes' },
    { key: 'shoulders', title: 'Shoulders' },
  ] as const;
  protected readonly keys = this.columns.map(({ key }) => key);
  private readonly told = computed(() => ({
    handedness: this.student().handedness,
    unit: this.settings.settings().distanceUnit,
  }));
  protected readonly at = computed(() => atText(this.told()));
  protected readonly rows = computed((): readonly Row[] =>
    (this.said.value() ?? [])
      .filter(({ miss }) => missText(miss) !== '')
      .toReversed()
      .map(({ saidOn, miss }) => {
        const [face, toes, shoulders] = BESIDE.map((line) => this.stood(line, saidOn));
        return {
          day: dayText(saidOn),
          miss: missText(miss),
          face: face ?? '',
          toes: toes ?? '',
          shoulders: shoulders ?? '',
        };
      }),
  );

  protected cell(row: Row, key: keyof Row): string {
    return row[key];
  }

  /** Where a line stood on a day, blind, on average; nothing where nobody read it. */
  private stood(line: (typeof BESIDE)[number], day: string): string {
    const read = this.lines().filter(
      (l) => l.line === line && l.heldOn === day && isCold(l.circumstances) && !l.doubted,
    );
    if (read.length === 0) return '';
    const mean = read.reduce((sum, { handedAzimuthDeg }) => sum + handedAzimuthDeg, 0) / read.length;
    return placeText(mean, this.told());
  }
}

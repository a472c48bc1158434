import { ChangeDetectionStrategy, Component, input, viewChild } from '@angular/core';
import { MatPaginator } from '@angular/material/paginator';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { pagedSource } from '../../ui/paged-source.ts';
import { PAGES_IN_WORDS } from '../../ui/pages-in-words.ts';
import { dayText } from '../../words/dates.ts';
import { type tableOf } from './progress-rows.ts';

type LessonRow = ReturnType<typeof tableOf>[number];

/** A series lesson by lesson, the newest first: what the picture shows, to be read, ordered and leafed through. */
@Component({
  selector: 'lo-lesson-table',
  providers: [PAGES_IN_WORDS],
  imports: [MatPaginator, MatSortModule, MatTableModule, RouterLink],
  template: `
    <div class="wide" tabindex="0" role="region" aria-label="Lesson by lesson">
      <table
        mat-table
        matSort
        matSortActive="date"
        matSortDirection="desc"
        matSortDisableClear
        [dataSource]="source"
      >
        <ng-container matColumnDef="date">
          <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">Lesson</th>
          <th mat-cell scope="row" *matCellDef="let row">
            <a [routerLink]="['/lessons', row.lessonId]">{{ dayText(row.date) }}</a>
            @if (row.flag) {
              <strong class="flag">{{ row.flag }}</strong>
            }
          </th>
        </ng-container>
        <ng-container matColumnDef="count">
          <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">set-ups</th>
          <td mat-cell *matCellDef="let row">{{ row.count }}</td>
        </ng-container>
        <ng-container matColumnDef="meanDeg">
          <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">mean</th>
          <td mat-cell *matCellDef="let row">{{ row.mean }}</td>
        </ng-container>
        <ng-container matColumnDef="levelDeg">
          <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">level</th>
          <td mat-cell *matCellDef="let row">{{ row.level }}</td>
        </ng-container>
        <ng-container matColumnDef="inProbability">
          <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">as wanted</th>
          <td mat-cell *matCellDef="let row">{{ row.inTolerance }}</td>
        </ng-container>
        <ng-container matColumnDef="change">
          <th mat-header-cell *matHeaderCellDef scope="col">change from the lesson before</th>
          <td mat-cell *matCellDef="let row">{{ row.change }}</td>
        </ng-container>
        <tr mat-header-row *matHeaderRowDef="columns"></tr>
        <tr mat-row *matRowDef="let row; columns: columns"></tr>
      </table>
    </div>
    <mat-paginator [pageSize]="10" [pageSizeOptions]="[10, 30, 100]" aria-label="Lessons" />
  `,
  styles: `
    .wide {
      overflow-x: auto;
    }
    // On a phone the table is moved sideways rather than squeezed.
    table {
      width: 100%;
      min-width: 680px;
    }
    th,
    td {
      padding: 4px 12px 4px 0;
    }
    th[scope='row'] {
      border-bottom: 1px solid var(--lo-line);
      text-align: left;
    }
    .flag {
      margin-left: 8px;
      padding: 1px 8px;
      border: 1px solid var(--lo-line-strong);
      border-radius: 3px;
      background: var(--lo-now-tint);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonTable {
  readonly rows = input.required<readonly LessonRow[]>();

  protected readonly columns = ['date', 'count', 'meanDeg', 'levelDeg', 'inProbability', 'change'] as const;
  protected readonly dayText = dayText;
  private readonly sort = viewChild.required(MatSort);
  private readonly pages = viewChild.required(MatPaginator);
  protected readonly source = pagedSource(this.rows, this.sort, this.pages);
}

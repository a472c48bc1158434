import { ChangeDetectionStrategy, Component, computed, input, viewChild } from '@angular/core';
import { MatPaginator } from '@angular/material/paginator';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { pagedSource } from '../../ui/paged-source.ts';
import { PAGES_IN_WORDS } from '../../ui/pages-in-words.ts';
import { clockText, dayText } from '../../words/dates.ts';

/** Something that was done, by whom, and to whom where it was about somebody. */
export interface LogRow {
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly who: string;
  readonly did: string;
  readonly whom?: string;
}

/** What was done, the newest first, to be ordered and leafed through. */
@Component({
  selector: 'lo-log-table',
  providers: [PAGES_IN_WORDS],
  imports: [MatPaginator, MatSortModule, MatTableModule],
  template: `
    <table
      mat-table
      matSort
      matSortActive="at"
      matSortDirection="desc"
      matSortDisableClear
      [attr.aria-labelledby]="titleId()"
      [dataSource]="source"
    >
      <ng-container matColumnDef="at">
        <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">When</th>
        <td mat-cell *matCellDef="let row">{{ dayText(row.at.slice(0, 10)) }} {{ clockText(row.at) }}</td>
      </ng-container>
      <ng-container matColumnDef="who">
        <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">Instructor</th>
        <td mat-cell *matCellDef="let row">{{ row.who }}</td>
      </ng-container>
      <ng-container matColumnDef="did">
        <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">Did</th>
        <td mat-cell *matCellDef="let row">{{ row.did }}</td>
      </ng-container>
      <ng-container matColumnDef="whom">
        <th mat-header-cell mat-sort-header *matHeaderCellDef scope="col">Student</th>
        <td mat-cell *matCellDef="let row">{{ row.whom }}</td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="columns()"></tr>
      <tr mat-row *matRowDef="let row; columns: columns()"></tr>
      <tr *matNoDataRow>
        <td [attr.colspan]="columns().length">{{ empty() }}</td>
      </tr>
    </table>
    <mat-paginator
      [pageSize]="10"
      [pageSizeOptions]="[10, 30, 100]"
      [hidden]="rows().length <= 10"
      [attr.aria-labelledby]="titleId()"
    />
  `,
  styles: `
    table {
      width: 100%;
    }
    td,
    th {
      padding: 4px 12px 4px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogTable {
  readonly rows = input.required<readonly LogRow[]>();
  /** What says what it is a table of. */
  readonly titleId = input.required<string>();
  /** What stands there while nothing was done. */
  readonly empty = input.required<string>();
  readonly aboutStudents = input(false);

  protected readonly columns = computed(() => [
    'at',
    'who',
    'did',
    ...(this.aboutStudents() ? ['whom'] : []),
  ]);
  protected readonly dayText = dayText;
  protected readonly clockText = clockText;
  private readonly sort = viewChild.required(MatSort);
  private readonly pages = viewChild.required(MatPaginator);
  protected readonly source = pagedSource(this.rows, this.sort, this.pages);
}

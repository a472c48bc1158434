import { effect, type Signal } from '@angular/core';
import { type MatPaginator } from '@angular/material/paginator';
import { type MatSort } from '@angular/material/sort';
import { MatTableDataSource } from '@angular/material/table';

/** Rows that are here as a whole, ordered by the table's heads and leafed through. In a component's own fields. */
export function pagedSource<T>(
  rows: Signal<readonly T[]>,
  sort: Signal<MatSort>,
  pages: Signal<MatPaginator>,
): MatTableDataSource<T> {
  const source = new MatTableDataSource<T>();
  effect(() => {
    source.sort = sort();
    source.paginator = pages();
    source.data = [...rows()];
  });
  return source;
}

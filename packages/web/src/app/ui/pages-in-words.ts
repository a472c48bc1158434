import { type Provider } from '@angular/core';
import { MatPaginatorIntl } from '@angular/material/paginator';

/** What stands under a table that is leafed through. Provided where one is, so that no other page loads it. */
export const PAGES_IN_WORDS: Provider = {
  provide: MatPaginatorIntl,
  useFactory: () => Object.assign(new MatPaginatorIntl(), { itemsPerPageLabel: 'Rows on a page' }),
};

import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { FileImport } from './file-import.ts';
import { ReadingImport } from './reading-import.ts';
import { Retention } from './retention.ts';
import { TABLE_WORDS } from './table-words.ts';

/** A list of ids says nothing in a spreadsheet. */
const TABLES = TABLE_WORDS.filter(([name]) => name !== 'erased_student');

/** Everything is free to leave: files to take away, and how the whole is backed up and brought back. */
@Component({
  selector: 'lo-exchange',
  imports: [FileImport, MatButton, ReadingImport, Retention, RouterLink],
  templateUrl: './exchange.html',
  styleUrl: './exchange.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ExchangePage {
  protected readonly tables = TABLES;
}

import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type ReadingImportLine, type ReadingMapping } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { sendFile } from './streamed-lines.ts';

/** A foreign table on its way in. Unsubscribing gives it up: then nothing of it came in. */
@Injectable({ providedIn: 'root' })
export class ReadingImportApi {
  private readonly http = inject(HttpClient);

  /** @returns how far it is, each time there is news, and the report last */
  send(file: Blob, mapping: ReadingMapping, bringIn: boolean): Observable<ReadingImportLine> {
    return sendFile(this.http, {
      path: '/api/academy/readings',
      file,
      type: 'text/csv',
      params: { mapping: JSON.stringify(mapping), do: bringIn ? 'bring-in' : 'look' },
    });
  }
}

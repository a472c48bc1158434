import { HttpClient, HttpEventType } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type ReadingImportLine, type ReadingMapping } from '@lotrecht/contract';
import { filter, map, type Observable } from 'rxjs';

/** A foreign table on its way in. Unsubscribing gives it up: then nothing of it came in. */
@Injectable({ providedIn: 'root' })
export class ReadingImportApi {
  private readonly http = inject(HttpClient);

  /** @returns how far it is, each time there is news, and the report last */
  send(file: Blob, mapping: ReadingMapping, bringIn: boolean): Observable<ReadingImportLine> {
    const table = new Blob([file], { type: 'text/csv' });
    return this.http
      .post('/api/academy/readings', table, {
        params: { mapping: JSON.stringify(mapping), do: bringIn ? 'bring-in' : 'look' },
        headers: { 'Content-Type': 'text/csv' },
        observe: 'events',
        reportProgress: true,
        responseType: 'text',
      })
      .pipe(
        map((event) => {
          if (event.type === HttpEventType.DownloadProgress) return newestLine(event.partialText ?? '');
          if (event.type === HttpEventType.Response) return newestLine(event.body ?? '');
          return null;
        }),
        filter((line) => line !== null),
      );
  }
}

/** The last line that is whole. @example newestLine('{"rows":1000}\n{"ro') // { rows: 1000 } */
export function newestLine(text: string): ReadingImportLine | null {
  const whole = text.slice(0, text.lastIndexOf('\n') + 1).trimEnd();
  const last = whole.slice(whole.lastIndexOf('\n') + 1);
  return last === '' ? null : (JSON.parse(last) as ReadingImportLine);
}

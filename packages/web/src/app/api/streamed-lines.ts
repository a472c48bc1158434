import { type HttpClient, HttpEventType, type HttpParams } from '@angular/common/http';
import { filter, map, type Observable } from 'rxjs';

/** A file to be sent, and what is to be done with it. */
export interface SentFile {
  readonly path: string;
  readonly file: Blob;
  readonly type: 'text/csv' | 'application/jsonl';
  readonly params: HttpParams | Readonly<Record<string, string>>;
}

/** Sends a file. Unsubscribing gives it up. @returns what is answered, a line at a time, as it comes */
export function sendFile<Line>(http: HttpClient, { path, file, type, params }: SentFile): Observable<Line> {
  return http
    .post(path, new Blob([file], { type }), {
      params,
      headers: { 'Content-Type': type },
      observe: 'events',
      reportProgress: true,
      responseType: 'text',
    })
    .pipe(
      map((event) => {
        if (event.type === HttpEventType.DownloadProgress) return newestLine<Line>(event.partialText ?? '');
        if (event.type === HttpEventType.Response) return newestLine<Line>(event.body ?? '');
        return null;
      }),
      filter((line) => line !== null),
    );
}

/** The last line that is whole. @example newestLine('{"rows":1000}\n{"ro') // { rows: 1000 } */
export function newestLine<Line>(text: string): Line | null {
  const whole = text.slice(0, text.lastIndexOf('\n') + 1).trimEnd();
  const last = whole.slice(whole.lastIndexOf('\n') + 1);
  return last === '' ? null : (JSON.parse(last) as Line);
}

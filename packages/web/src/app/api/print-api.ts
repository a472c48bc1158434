import { inject, Injectable } from '@angular/core';
import { type PrintRequest } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** Sheets over HTTP: set by the server with the shipped fonts, and stored nowhere. */
@Injectable({ providedIn: 'root' })
export class PrintApi {
  private readonly wire = inject(Wire);

  print(request: PrintRequest): Observable<Blob> {
    return this.wire.file('POST /api/print', { body: request });
  }
}

import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type PrintRequest } from '@lotrecht/records';
import { type Observable } from 'rxjs';

/** Sheets over HTTP: set by the server with the shipped fonts, and stored nowhere. */
@Injectable({ providedIn: 'root' })
export class PrintApi {
  private readonly http = inject(HttpClient);

  print(request: PrintRequest): Observable<Blob> {
    return this.http.post('/api/print', request, { responseType: 'blob' });
  }
}

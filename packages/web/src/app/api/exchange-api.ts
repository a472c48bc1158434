import { inject, Injectable } from '@angular/core';
import { type RetentionView } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** What leaves as files, and what is erased. */
@Injectable({ providedIn: 'root' })
export class ExchangeApi {
  private readonly wire = inject(Wire);

  /** For good. @param name the student's, typed again */
  erase(id: string, name: string): Observable<unknown> {
    return this.wire.ask('POST /api/students/:id/erase', { at: { id }, body: { name } });
  }

  retention(): Observable<RetentionView> {
    return this.wire.ask('GET /api/academy/retention');
  }

  keepRetention(months: number | null): Observable<RetentionView> {
    return this.wire.ask('PUT /api/academy/retention', { body: { months } });
  }

  erasedStudents(): Observable<readonly string[]> {
    return this.wire.ask('GET /api/erased-students');
  }
}

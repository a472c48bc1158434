import { inject, Injectable } from '@angular/core';
import { type ConsentInput, type ConsentView } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** What guardians consented to, over HTTP. */
@Injectable({ providedIn: 'root' })
export class ConsentApi {
  private readonly wire = inject(Wire);

  record(studentId: string, input: ConsentInput): Observable<readonly ConsentView[]> {
    return this.wire.ask('POST /api/students/:id/consents', { at: { id: studentId }, body: input });
  }

  withdraw(id: string): Observable<unknown> {
    return this.wire.ask('DELETE /api/consents/:id', { at: { id } });
  }
}

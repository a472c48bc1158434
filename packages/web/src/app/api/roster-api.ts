import { HttpParams } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type CohortView, type RosterView } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** The whole academy, for its head. */
@Injectable({ providedIn: 'root' })
export class RosterApi {
  private readonly wire = inject(Wire);

  /** @param choice order and filters by their names; empty ones are not asked */
  page(choice: Readonly<Record<string, string>>): Observable<RosterView> {
    return this.wire.ask('GET /api/roster', { query: asked(choice) });
  }

  cohort(choice: Readonly<Record<string, string>>): Observable<CohortView> {
    return this.wire.ask('GET /api/roster/cohort', { query: asked(choice) });
  }

  /** @param links what becomes of links to the student that are open; asked for where there are any */
  move(studentId: string, instructorId: string, links?: 'keep' | 'close'): Observable<unknown> {
    return this.wire.ask('PUT /api/students/:id/instructor', {
      at: { id: studentId },
      body: { instructorId, ...(links && { links }) },
    });
  }

  suspend(instructorId: string, suspended: boolean): Observable<unknown> {
    return this.wire.ask('PUT /api/instructors/:id', { at: { id: instructorId }, body: { suspended } });
  }

  /** Ends an instructor's sessions, on every device. */
  signOut(instructorId: string): Observable<unknown> {
    return this.wire.ask('DELETE /api/instructors/:id/sessions', { at: { id: instructorId } });
  }
}

function asked(choice: Readonly<Record<string, string>>): HttpParams {
  return new HttpParams({
    fromObject: Object.fromEntries(Object.entries(choice).filter(([, v]) => v !== '')),
  });
}

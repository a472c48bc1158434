import { HttpClient, HttpParams } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type CohortView, type RosterView } from '@lotrecht/records';
import { type Observable } from 'rxjs';

/** The whole academy, for its head. */
@Injectable({ providedIn: 'root' })
export class RosterApi {
  private readonly http = inject(HttpClient);

  /** @param choice order and filters by their names; empty ones are not asked */
  page(choice: Readonly<Record<string, string>>): Observable<RosterView> {
    return this.http.get<RosterView>('/api/roster', { params: asked(choice) });
  }

  cohort(choice: Readonly<Record<string, string>>): Observable<CohortView> {
    return this.http.get<CohortView>('/api/roster/cohort', { params: asked(choice) });
  }

  /** @param links what becomes of links to the student that are open; asked for where there are any */
  move(studentId: string, instructorId: string, links?: 'keep' | 'close'): Observable<unknown> {
    return this.http.put(`/api/students/${studentId}/instructor`, { instructorId, ...(links && { links }) });
  }

  suspend(instructorId: string, suspended: boolean): Observable<unknown> {
    return this.http.put(`/api/instructors/${instructorId}`, { suspended });
  }

  /** Ends an instructor's sessions, on every device. */
  signOut(instructorId: string): Observable<unknown> {
    return this.http.delete(`/api/instructors/${instructorId}/sessions`);
  }
}

function asked(choice: Readonly<Record<string, string>>): HttpParams {
  return new HttpParams({
    fromObject: Object.fromEntries(Object.entries(choice).filter(([, v]) => v !== '')),
  });
}

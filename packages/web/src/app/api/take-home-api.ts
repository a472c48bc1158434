import { inject, Injectable } from '@angular/core';
import {
  type FadingView,
  type NewStudentLinkView,
  type StudentLinkInput,
  type TakeHomeView,
} from '@lotrecht/records';
import { map, type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** What goes home, over HTTP: hand-outs and links. */
@Injectable({ providedIn: 'root' })
export class TakeHomeApi {
  private readonly wire = inject(Wire);

  of(studentId: string): Observable<TakeHomeView> {
    return this.wire.ask('GET /api/students/:id/take-home', { at: { id: studentId } });
  }

  /** The printed page as a file. */
  handOutFile(id: string, format: 'pdf' | 'svg', paper: 'a4' | 'letter'): Observable<Blob> {
    return this.wire.file('GET /api/hand-outs/:id/file', { at: { id }, query: { format, paper } });
  }

  /** Where the help of the student’s plan stands; null without a plan. */
  fading(studentId: string): Observable<FadingView | null> {
    return this.wire
      .ask('GET /api/students/:id/fading', { at: { id: studentId } })
      .pipe(map(({ fading }) => fading));
  }

  /** Days of the plan, for a calendar. */
  practiceCalendar(studentId: string): Observable<Blob> {
    return this.wire.file('GET /api/students/:id/practice-calendar', { at: { id: studentId } });
  }

  sendLink(studentId: string, input: StudentLinkInput): Observable<NewStudentLinkView> {
    return this.wire.ask('POST /api/students/:id/student-links', { at: { id: studentId }, body: input });
  }

  revokeLink(id: string): Observable<unknown> {
    return this.wire.ask('DELETE /api/student-links/:id', { at: { id } });
  }
}

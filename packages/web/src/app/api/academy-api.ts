import { inject, Injectable } from '@angular/core';
import {
  type CheckVersionsView,
  type LessonInput,
  type LessonAroundView,
  type LessonView,
  type MeasuredCheckView,
  type StudentListView,
  type StudentCardView,
  type StudentHistoryView,
  type TodayView,
  type StudentKnownView,
} from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** What can be deleted, and brought back. */
export type Deletable =
  | 'students'
  | 'lessons'
  | 'checks'
  | 'places'
  | 'methods'
  | 'station-plans'
  | 'hand-outs'
  | 'clubs'
  | 'ball-runs'
  | 'own-drills'
  | 'courses'
  | 'routines';

/** The academy's data over HTTP: students, lessons, checks. Ids are chosen here, so that a save can be sent again. */
@Injectable({ providedIn: 'root' })
export class AcademyApi {
  private readonly wire = inject(Wire);

  today(date: string): Observable<TodayView> {
    return this.wire.ask('GET /api/today/:date', { at: { date } });
  }

  /** A page of students by name; `find`: a part of it; `after`: as the page before said. */
  students(find = '', after = ''): Observable<StudentListView> {
    return this.wire.ask('GET /api/students', { query: { find, after } });
  }

  student(id: string): Observable<StudentCardView> {
    return this.wire.ask('GET /api/students/:id', { at: { id } });
  }

  /** With lessons and their checks, a page at a time: for the student's own page alone. */
  history(id: string, after?: string): Observable<StudentHistoryView> {
    const params = after === undefined ? {} : { after };
    return this.wire.ask('GET /api/students/:id/history', { at: { id }, query: params });
  }

  /** All lines of a student over time, check by check. */
  lines(studentId: string): Observable<readonly MeasuredCheckView[]> {
    return this.wire.ask('GET /api/students/:id/lines', { at: { id: studentId } });
  }

  /** What is known of the student when a check begins on that day, YYYY-MM-DD. */
  known(studentId: string, on: string): Observable<StudentKnownView> {
    return this.wire.ask('GET /api/students/:id/known', { at: { id: studentId }, query: { on } });
  }

  /** A lesson with everything that a check of it begins from. */
  around(lessonId: string): Observable<LessonAroundView> {
    return this.wire.ask('GET /api/lessons/:id/around', { at: { id: lessonId } });
  }

  lesson(id: string): Observable<LessonView> {
    return this.wire.ask('GET /api/lessons/:id', { at: { id } });
  }

  saveLesson(id: string, input: LessonInput): Observable<Omit<LessonView, 'checks'>> {
    return this.wire.ask('PUT /api/lessons/:id', { at: { id }, body: input });
  }

  /** A page of a check's versions; `before`: as the page before said. */
  checkVersions(id: string, before: number | null = null): Observable<CheckVersionsView> {
    const params = before === null ? {} : { before: String(before) };
    return this.wire.ask('GET /api/checks/:id/versions', { at: { id }, query: params });
  }

  remove(kind: Deletable, id: string): Observable<unknown> {
    return this.wire.ask(`DELETE /api/${kind}/:id` as const, { at: { id } });
  }

  restore(kind: Deletable, id: string): Observable<unknown> {
    return this.wire.ask(`POST /api/${kind}/:id/restore` as const, { at: { id } });
  }
}

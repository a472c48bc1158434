import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type StudentKnownView } from '@lotrecht/judging';
import {
  type CheckInput,
  type CheckVersionsView,
  type CheckView,
  type LessonInput,
  type LessonView,
  type MeasuredCheckView,
  type SavedCheckView,
  type StudentListView,
  type StudentCardView,
  type StudentHistoryView,
  type TodayView,
} from '@lotrecht/records';
import { type Observable } from 'rxjs';

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
  private readonly http = inject(HttpClient);

  today(date: string): Observable<TodayView> {
    return this.http.get<TodayView>(`/api/today/${date}`);
  }

  /** A page of students by name; `find`: a part of it; `after`: as the page before said. */
  students(find = '', after = ''): Observable<StudentListView> {
    return this.http.get<StudentListView>('/api/students', { params: { find, after } });
  }

  student(id: string): Observable<StudentCardView> {
    return this.http.get<StudentCardView>(`/api/students/${id}`);
  }

  /** With lessons and their checks, a page at a time: for the student's own page alone. */
  history(id: string, after?: string): Observable<StudentHistoryView> {
    const params = after === undefined ? {} : { after };
    return this.http.get<StudentHistoryView>(`/api/students/${id}/history`, { params });
  }

  /** All lines of a student over time, check by check. */
  lines(studentId: string): Observable<readonly MeasuredCheckView[]> {
    return this.http.get<readonly MeasuredCheckView[]>(`/api/students/${studentId}/lines`);
  }

  /** What is known of the student when a check begins on that day, YYYY-MM-DD. */
  known(studentId: string, on: string): Observable<StudentKnownView> {
    return this.http.get<StudentKnownView>(`/api/students/${studentId}/known`, { params: { on } });
  }

  lesson(id: string): Observable<LessonView> {
    return this.http.get<LessonView>(`/api/lessons/${id}`);
  }

  saveLesson(id: string, input: LessonInput): Observable<Omit<LessonView, 'checks'>> {
    return this.http.put<Omit<LessonView, 'checks'>>(`/api/lessons/${id}`, input);
  }

  check(id: string): Observable<CheckView> {
    return this.http.get<CheckView>(`/api/checks/${id}`);
  }

  /** A page of a check's versions; `before`: as the page before said. */
  checkVersions(id: string, before: number | null = null): Observable<CheckVersionsView> {
    const params = before === null ? {} : { before: String(before) };
    return this.http.get<CheckVersionsView>(`/api/checks/${id}/versions`, { params });
  }

  /** @param saveKey one per save, the same when it is sent again */
  saveCheck(id: string, input: CheckInput, saveKey: string): Observable<SavedCheckView> {
    return this.http.put<SavedCheckView>(`/api/checks/${id}`, input, {
      headers: { 'Idempotency-Key': saveKey },
    });
  }

  remove(kind: Deletable, id: string): Observable<unknown> {
    return this.http.delete(`/api/${kind}/${id}`);
  }

  restore(kind: Deletable, id: string): Observable<unknown> {
    return this.http.post(`/api/${kind}/${id}/restore`, {});
  }
}

import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  type FadingView,
  type NewStudentLinkView,
  type StudentLinkInput,
  type TakeHomeView,
} from '@lotrecht/records';
import { map, type Observable } from 'rxjs';

/** What goes home, over HTTP: hand-outs and links. */
@Injectable({ providedIn: 'root' })
export class TakeHomeApi {
  private readonly http = inject(HttpClient);

  of(studentId: string): Observable<TakeHomeView> {
    return this.http.get<TakeHomeView>(`/api/students/${studentId}/take-home`);
  }

  /** The printed page as a file. */
  handOutFile(id: string, format: 'pdf' | 'svg', paper: 'a4' | 'letter'): Observable<Blob> {
    return this.http.get(`/api/hand-outs/${id}/file`, { params: { format, paper }, responseType: 'blob' });
  }

  /** Where the help of the student’s plan stands; null without a plan. */
  fading(studentId: string): Observable<FadingView | null> {
    return this.http
      .get<{ readonly fading: FadingView | null }>(`/api/students/${studentId}/fading`)
      .pipe(map(({ fading }) => fading));
  }

  /** Days of the plan, for a calendar. */
  practiceCalendar(studentId: string): Observable<Blob> {
    return this.http.get(`/api/students/${studentId}/practice-calendar`, { responseType: 'blob' });
  }

  sendLink(studentId: string, input: StudentLinkInput): Observable<NewStudentLinkView> {
    return this.http.post<NewStudentLinkView>(`/api/students/${studentId}/student-links`, input);
  }

  revokeLink(id: string): Observable<unknown> {
    return this.http.delete(`/api/student-links/${id}`);
  }
}

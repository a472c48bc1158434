import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type RetentionView } from '@lotrecht/records';
import { type Observable } from 'rxjs';

/** What leaves as files, and what is erased. */
@Injectable({ providedIn: 'root' })
export class ExchangeApi {
  private readonly http = inject(HttpClient);

  /** For good. @param name the student's, typed again */
  erase(id: string, name: string): Observable<unknown> {
    return this.http.post(`/api/students/${id}/erase`, { name });
  }

  retention(): Observable<RetentionView> {
    return this.http.get<RetentionView>('/api/academy/retention');
  }

  keepRetention(months: number | null): Observable<RetentionView> {
    return this.http.put<RetentionView>('/api/academy/retention', { months });
  }

  erasedStudents(): Observable<readonly string[]> {
    return this.http.get<readonly string[]>('/api/erased-students');
  }
}

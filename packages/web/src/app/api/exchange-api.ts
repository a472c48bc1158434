import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type Observable } from 'rxjs';

/** What leaves as files, and what is erased. */
@Injectable({ providedIn: 'root' })
export class ExchangeApi {
  private readonly http = inject(HttpClient);

  /** A student's own data, all of it, as JSON Lines. */
  student(id: string): Observable<Blob> {
    return this.http.get(`/api/students/${id}/export`, { responseType: 'blob' });
  }

  /** For good. @param name the student's, typed again */
  erase(id: string, name: string): Observable<unknown> {
    return this.http.post(`/api/students/${id}/erase`, { name });
  }

  erasedStudents(): Observable<readonly string[]> {
    return this.http.get<readonly string[]>('/api/erased-students');
  }
}

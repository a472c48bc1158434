import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type ConsentInput, type ConsentView } from '@lotrecht/records';
import { type Observable } from 'rxjs';

/** What guardians consented to, over HTTP. */
@Injectable({ providedIn: 'root' })
export class ConsentApi {
  private readonly http = inject(HttpClient);

  record(studentId: string, input: ConsentInput): Observable<readonly ConsentView[]> {
    return this.http.post<readonly ConsentView[]>(`/api/students/${studentId}/consents`, input);
  }

  withdraw(id: string): Observable<unknown> {
    return this.http.delete(`/api/consents/${id}`);
  }
}

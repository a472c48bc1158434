import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type PrintRequest, type StationPlanInput, type StationPlanView } from '@lotrecht/contract';
import { type Observable } from 'rxjs';

/** Sheets for the ground, over HTTP: set by the server with the shipped fonts; and station plans that are kept. */
@Injectable({ providedIn: 'root' })
export class PrintApi {
  private readonly http = inject(HttpClient);

  print(request: PrintRequest): Observable<Blob> {
    return this.http.post('/api/print', request, { responseType: 'blob' });
  }

  plans(): Observable<readonly StationPlanView[]> {
    return this.http.get<readonly StationPlanView[]>('/api/station-plans');
  }

  savePlan(id: string, input: StationPlanInput): Observable<StationPlanView> {
    return this.http.put<StationPlanView>(`/api/station-plans/${id}`, input);
  }

  removePlan(id: string): Observable<unknown> {
    return this.http.delete(`/api/station-plans/${id}`);
  }
}

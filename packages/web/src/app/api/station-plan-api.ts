import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type StationPlanInput, type StationPlanView } from '@lotrecht/contract';
import { type Observable } from 'rxjs';

/** The academy's station plans over HTTP. Ids are chosen here, so that a save can be sent again. */
@Injectable({ providedIn: 'root' })
export class StationPlanApi {
  private readonly http = inject(HttpClient);

  plans(): Observable<readonly StationPlanView[]> {
    return this.http.get<readonly StationPlanView[]>('/api/station-plans');
  }

  save(id: string, input: StationPlanInput): Observable<StationPlanView> {
    return this.http.put<StationPlanView>(`/api/station-plans/${id}`, input);
  }
}

import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type PlaceInput, type PlaceView } from '@lotrecht/contract';
import { type Observable } from 'rxjs';

/** The academy's places over HTTP. Ids are chosen here, so that a save can be sent again. */
@Injectable({ providedIn: 'root' })
export class PlaceApi {
  private readonly http = inject(HttpClient);

  places(): Observable<readonly PlaceView[]> {
    return this.http.get<readonly PlaceView[]>('/api/places');
  }

  place(id: string): Observable<PlaceView> {
    return this.http.get<PlaceView>(`/api/places/${id}`);
  }

  save(id: string, input: PlaceInput): Observable<PlaceView> {
    return this.http.put<PlaceView>(`/api/places/${id}`, input);
  }
}

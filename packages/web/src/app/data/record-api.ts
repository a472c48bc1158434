import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { patchOf } from '@lotrecht/sync';
import { type Observable } from 'rxjs';
import { type KeptRecord, type RecordKind, type Revised } from './record-kind.ts';

/** Records of any kind over HTTP. Ids are chosen here, so that a save can be sent again. */
@Injectable({ providedIn: 'root' })
export class RecordApi {
  private readonly http = inject(HttpClient);

  all<View>(
    { path }: { readonly path: string },
    whose: { readonly student?: string } = {},
  ): Observable<readonly View[]> {
    return this.http.get<readonly View[]>(`/api/${path}`, { params: { ...whose } });
  }

  one<View>({ path }: { readonly path: string }, id: string): Observable<View> {
    return this.http.get<View>(`/api/${path}/${id}`);
  }

  /**
   * Keeps a record: all of a new one; of one that there is, what differs from what the page was opened with (RFC 7396),
   * held to the revision that it was opened at.
   */
  save<Input extends Revised, View extends KeptRecord>(
    kind: RecordKind<Input, View>,
    id: string,
    input: Input,
    before: View | null,
  ): Observable<View> {
    const one = `/api/${kind.path}/${id}`;
    if (before === null) return this.http.put<View>(one, { ...input, revision: 0 });
    const patch = patchOf(kind.toInput(before), input);
    return this.http.patch<View>(one, { ...patch, revision: before.revision });
  }
}

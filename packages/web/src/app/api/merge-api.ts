import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type MergeLine } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { sendFile } from './streamed-lines.ts';

/** What is to be done with a file: looked at, or brought in after a look, keeping or taking what differs. */
export type MergeChoice = 'look' | { readonly seen: string; readonly differing: 'keep' | 'take' };

/** An academy's or a student's file on its way in. Unsubscribing gives it up: then nothing of it came in. */
@Injectable({ providedIn: 'root' })
export class MergeApi {
  private readonly http = inject(HttpClient);

  /** @returns how far it is, each time there is news, and the report last */
  send(file: Blob, choice: MergeChoice): Observable<MergeLine> {
    const params: Record<string, string> = choice === 'look' ? { do: 'look' } : { do: 'bring-in', ...choice };
    return sendFile(this.http, { path: '/api/academy/import', file, type: 'application/jsonl', params });
  }
}

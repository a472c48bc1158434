import { inject, Injectable, signal } from '@angular/core';
import { DEFAULT_SETTINGS } from '@lotrecht/judging/default-settings';
import { type InstructorSettings, type TargetLineChoice } from '@lotrecht/records';
import { finalize, firstValueFrom, from, type Observable, of, share, tap } from 'rxjs';
import { SessionStore } from '../session/session.store.ts';
import { Wire } from '../api/wire.ts';

/** What an instructor sets once: units, eye, equipment, how the target line is made here and there. */
@Injectable({ providedIn: 'root' })
export class SettingsStore {
  private readonly wire = inject(Wire);
  private readonly session = inject(SessionStore);
  private readonly state = signal<InstructorSettings>(DEFAULT_SETTINGS);
  /** Whose settings these are; another instructor on the same tablet has others. */
  private loadedFor = '';
  /** On its way: two parts of a page that ask at once ask once. */
  private loading: {
    readonly instructorId: string;
    readonly settings: Observable<InstructorSettings>;
  } | null = null;
  private revision = 0;
  private queue: Promise<unknown> = Promise.resolve();

  readonly settings = this.state.asReadonly();

  /** Fetched once per sign-in. */
  load(): Observable<InstructorSettings> {
    const instructorId = this.session.session()?.instructor.id ?? '';
    if (this.loadedFor === instructorId && instructorId !== '') return of(this.state());
    if (this.loading?.instructorId === instructorId) return this.loading.settings;
    const settings = this.wire.ask('GET /api/settings').pipe(
      tap((fetched) => {
        this.state.set(fetched);
        this.revision = fetched.revision;
        this.loadedFor = instructorId;
      }),
      finalize(() => (this.loading = null)),
      share(),
    );
    this.loading = { instructorId, settings };
    return settings;
  }

  /**
   * Keeps a change on the server; shown at once. Changes go out one after the other, each from the revision that the
   * one before came back with.
   */
  keep(change: Partial<InstructorSettings>): Observable<InstructorSettings> {
    this.state.update((settings) => ({ ...settings, ...change }));
    const sent = this.queue.then(() =>
      firstValueFrom(
        this.wire.ask('PUT /api/settings', { body: { ...this.state(), revision: this.revision } }),
      ),
    );
    this.queue = sent.then(
      (kept) => {
        this.revision = kept.revision;
      },
      // What the server holds is asked for anew at the next look.
      () => {
        this.loadedFor = '';
      },
    );
    return from(sent);
  }

  /** How the target line is made at a place: as the last time there, or as usual. */
  targetLineAt(placeId: string | null): TargetLineChoice {
    const { targetLine, targetLineAt } = this.state();
    return (placeId === null ? undefined : targetLineAt[placeId]) ?? targetLine;
  }

  /** Remembers how the target line is made, for the place or as usual. */
  keepTargetLine(choice: TargetLineChoice, placeId: string | null): Observable<InstructorSettings> {
    return placeId === null
      ? this.keep({ targetLine: choice })
      : this.keep({ targetLineAt: { ...this.state().targetLineAt, [placeId]: choice } });
  }
}

import { computed, inject, Injectable, signal } from '@angular/core';
import { type FirstAcademy, type SessionView, type InstallationView, type SignIn } from '@lotrecht/records';
import { type Observable, tap } from 'rxjs';
import { Wire } from '../api/wire.ts';

/** Who is signed in on this device. */
@Injectable({ providedIn: 'root' })
export class SessionStore {
  private readonly wire = inject(Wire);
  private readonly state = signal<SessionView | null>(null);

  readonly session = this.state.asReadonly();
  readonly locked = computed(() => this.state()?.locked ?? false);
  readonly isHead = computed(() => this.state()?.instructor.role === 'head');
  readonly instructorName = computed(() => this.state()?.instructor.name ?? '');
  readonly academyName = computed(() => this.state()?.academy.name ?? '');

  /** Asks the server who we are. Fails with 401 when signed out. */
  load(): Observable<SessionView> {
    return this.wire.ask('GET /api/session').pipe(tap((s) => this.state.set(s)));
  }

  signIn(credentials: SignIn): Observable<SessionView> {
    return this.wire.ask('POST /api/session', { body: credentials }).pipe(tap((s) => this.state.set(s)));
  }

  signOut(everywhere = false): Observable<unknown> {
    return this.wire
      .ask(everywhere ? 'DELETE /api/sessions' : 'DELETE /api/session')
      .pipe(tap(() => this.state.set(null)));
  }

  setup(): Observable<InstallationView> {
    return this.wire.ask('GET /api/setup');
  }

  makeFirstAcademy(input: FirstAcademy): Observable<SessionView> {
    return this.wire.ask('POST /api/setup', { body: input }).pipe(tap((s) => this.state.set(s)));
  }

  /** Locks this device at once; the server is told so that a reload does not open it. */
  lock(): void {
    this.cover();
    // Without a connection the screen is covered all the same; the server learns of it at the next look.
    this.wire.ask('POST /api/session/lock').subscribe({ error: () => undefined });
  }

  /** Covers the screen without asking anyone. */
  cover(): void {
    this.state.update((s) => s && { ...s, locked: true });
  }

  unlock(password: string): Observable<SessionView> {
    return this.wire
      .ask('POST /api/session/unlock', { body: { password } })
      .pipe(tap((s) => this.state.set(s)));
  }
}

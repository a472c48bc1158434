import { HttpClient } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import { type FirstAcademy, type SessionView, type SetupView, type SignIn } from '@lotrecht/contract';
import { type Observable, tap } from 'rxjs';

/** Who is signed in on this device. */
@Injectable({ providedIn: 'root' })
export class SessionStore {
  private readonly http = inject(HttpClient);
  private readonly state = signal<SessionView | null>(null);

  readonly session = this.state.asReadonly();
  readonly instructorName = computed(() => this.state()?.instructor.name ?? '');
  readonly academyName = computed(() => this.state()?.academy.name ?? '');

  /** Asks the server who we are. Fails with 401 when signed out. */
  load(): Observable<SessionView> {
    return this.http.get<SessionView>('/api/session').pipe(tap((s) => this.state.set(s)));
  }

  signIn(credentials: SignIn): Observable<SessionView> {
    return this.http.post<SessionView>('/api/session', credentials).pipe(tap((s) => this.state.set(s)));
  }

  signOut(everywhere = false): Observable<unknown> {
    return this.http
      .delete(everywhere ? '/api/sessions' : '/api/session')
      .pipe(tap(() => this.state.set(null)));
  }

  setup(): Observable<SetupView> {
    return this.http.get<SetupView>('/api/setup');
  }

  makeFirstAcademy(input: FirstAcademy): Observable<SessionView> {
    return this.http.post<SessionView>('/api/setup', input).pipe(tap((s) => this.state.set(s)));
  }
}

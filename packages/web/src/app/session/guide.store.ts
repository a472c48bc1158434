import { Injectable, signal } from '@angular/core';

const KEY = 'lotrecht-guide';

/** Whether a first lesson is being shown step by step; until it is stopped, or the browser is closed. */
@Injectable({ providedIn: 'root' })
export class GuideStore {
  private readonly state = signal(sessionStorage.getItem(KEY) !== null);
  readonly on = this.state.asReadonly();

  start(): void {
    sessionStorage.setItem(KEY, 'on');
    this.state.set(true);
  }

  stop(): void {
    sessionStorage.removeItem(KEY);
    this.state.set(false);
  }
}

import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { fromEvent, merge, throttleTime } from 'rxjs';
import { SessionStore } from './session.store.ts';
import { keepOnDevice, textOnDevice } from '../device/on-device.ts';

/** Minutes after which a device left alone locks; 0 never. */
export const LOCK_CHOICES = [0, 5, 15, 60] as const;

const CHOICE_KEY = 'lotrecht-lock-minutes';
const TOUCHED_KEY = 'lotrecht-touched';
const USUAL_MINUTES = 15;
const LOOK_EVERY_MS = 10_000;

function readChoice(): number {
  const stored = Number(textOnDevice(CHOICE_KEY) ?? USUAL_MINUTES);
  return LOCK_CHOICES.find((c) => c === stored) ?? USUAL_MINUTES;
}

/**
 * Locks a shared tablet that is left alone. The server locks the session, so a reload does not open it; what was
 * typed stays where it is behind the lock.
 */
@Injectable({ providedIn: 'root' })
export class AutoLock {
  private readonly session = inject(SessionStore);
  private readonly minutesState = signal(readChoice());
  readonly minutes = this.minutesState.asReadonly();

  constructor() {
    const document = inject(DOCUMENT);
    merge(fromEvent(document, 'pointerdown'), fromEvent(document, 'keydown'))
      .pipe(throttleTime(1000))
      .subscribe(() => this.touched());
    setInterval(() => this.look(), LOOK_EVERY_MS);
  }

  choose(minutes: number): void {
    keepOnDevice(CHOICE_KEY, String(minutes));
    this.minutesState.set(minutes);
    this.touched();
  }

  /** Someone is here. A tablet that slept is looked at before it counts as touched. */
  private touched(): void {
    this.look();
    keepOnDevice(TOUCHED_KEY, String(Date.now()));
  }

  private look(): void {
    const minutes = this.minutesState();
    const session = this.session.session();
    const touchedAt = Number(textOnDevice(TOUCHED_KEY) ?? Date.now());
    if (minutes === 0 || session === null || session.locked) return;
    if (Date.now() - touchedAt > minutes * 60_000) this.session.lock();
  }
}

import { computed, inject, Injectable, signal } from '@angular/core';
import { type ClockedTimes, type HoldingTimes } from '@lotrecht/core';
import { keepOnDevice, readOnDevice } from '../device/on-device.ts';
import { SessionStore } from '../session/session.store.ts';

const KEY = 'lotrecht-clocked';
/** So many of each way, the newest: hands become quicker. */
const KEPT = 15;
/** A phone rang, or a wrong tap. */
const LEAST_S = 0.5;
const MOST_S = 90;

/** Whose hands, then with a helper or alone. */
type Clocked = Readonly<Record<string, Readonly<Record<string, ClockedTimes>>>>;

/** How long the ways of reading took whoever is signed in on this device: seconds and nothing of a student. */
@Injectable({ providedIn: 'root' })
export class ClockedTimesStore {
  private readonly session = inject(SessionStore);
  private readonly all = signal((readOnDevice(KEY) ?? {}) as Clocked);
  private readonly whose = computed(() => this.session.session()?.instructor.id ?? '');

  /** What was clocked of these hands. */
  of(alone: boolean): ClockedTimes {
    return this.all()[this.whose()]?.[handsOf(alone)] ?? {};
  }

  /** Notes what a reading took; what no reading takes is left out. */
  note(way: keyof HoldingTimes, seconds: number, alone: boolean): void {
    if (!(seconds >= LEAST_S && seconds <= MOST_S)) return;
    const kept = this.of(alone);
    const times = [...(kept[way] ?? []), Math.round(10 * seconds) / 10].slice(-KEPT);
    this.keep({ ...this.all()[this.whose()], [handsOf(alone)]: { ...kept, [way]: times } });
  }

  /** The shipped times stand again. */
  forget(): void {
    this.keep({});
  }

  private keep(own: Readonly<Record<string, ClockedTimes>>): void {
    this.all.update((all) => ({ ...all, [this.whose()]: own }));
    keepOnDevice(KEY, JSON.stringify(this.all()));
  }
}

function handsOf(alone: boolean): string {
  return alone ? 'alone' : 'helped';
}

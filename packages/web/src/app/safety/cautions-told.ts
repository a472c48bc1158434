import { Injectable } from '@angular/core';
import { type Moment } from '@lotrecht/judging';
import { keepOnDevice, readOnDevice } from '../device/on-device.ts';

const KEY = 'lotrecht-cautions';

interface Told {
  readonly lessonId: string;
  readonly moments: readonly Moment[];
}

/** What was said in the lesson that runs: on this device, and of one lesson at a time. */
@Injectable({ providedIn: 'root' })
export class CautionsTold {
  in(lessonId: string): ReadonlySet<Moment> {
    const told = read();
    return new Set(told?.lessonId === lessonId ? told.moments : []);
  }

  tell(lessonId: string, moments: readonly Moment[]): void {
    const all = [...new Set([...this.in(lessonId), ...moments])];
    keepOnDevice(KEY, JSON.stringify({ lessonId, moments: all } satisfies Told));
  }
}

function read(): Told | null {
  return readOnDevice(KEY) as Told | null;
}

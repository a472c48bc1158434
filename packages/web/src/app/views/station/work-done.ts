import { keepOnDevice, readOnDevice } from '../../device/on-device.ts';

/** What is done before the student steps in, in the order of the work. */
export const STATION_WORK = ['sight', 'line', 'rails', 'square', 'mark', 'plan'] as const;

export type StationWork = (typeof STATION_WORK)[number];

const KEY = 'lotrecht-station-done';

interface DoneOn {
  readonly day: string;
  readonly done: readonly StationWork[];
}

/** What was ticked off on a day on this device; a station is laid anew every day. */
export function readDone(day: string): readonly StationWork[] {
  const kept = readOnDevice(KEY) as DoneOn | null;
  return kept?.day === day ? kept.done.filter((work) => STATION_WORK.includes(work)) : [];
}

export function keepDone(day: string, done: readonly StationWork[]): void {
  keepOnDevice(KEY, JSON.stringify({ day, done } satisfies DoneOn));
}

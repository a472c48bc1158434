import { SHIPPED_METHODS, type WayOfReading } from '@lotrecht/judging';
import { type CheckDocument } from '@lotrecht/records';
import { type PlannedStation } from '../settings/planned-station.ts';
import { type LineKey } from '../words/words.ts';
import { type Judged } from '../methods/judged.ts';
import { USUAL_SERIES } from '../words/series.ts';
import { keepOnDevice, readOnDevice } from '../device/on-device.ts';

/** How a line was read last: first offered the next time. */
export interface UsualWay {
  readonly by: WayOfReading;
  readonly rod: boolean;
}

/** What a check is begun with. */
export type PlanName = 'quick' | 'method' | 'all' | 'rule-out' | 'own';

/** What stays the same from check to check on this device. No names, no students. */
export interface UsualReadings {
  /** Millimetres by line and way, as `toes.bare`, `hips.rod`, `face.square`. */
  readonly basesMm: Readonly<Record<string, number>>;
  readonly ways: Readonly<Partial<Record<LineKey, UsualWay>>>;
  readonly plan: PlanName;
  /** The lines of an own plan. */
  readonly lines: readonly LineKey[];
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly judged: Judged | null;
  /** The instructor faces the student: lead is on the right of the screen for a right-hander. */
  readonly facing: boolean;
  readonly prompts: 'silent' | 'tones' | 'spoken';
  readonly pace: 'clock' | 'taps';
  /** Nobody holds the other bob. */
  readonly alone: boolean;
  /** Blind set-ups in a row. */
  readonly series: number;
}

const KEY = 'lotrecht-usual-check';

const FIRST: UsualReadings = {
  basesMm: {},
  ways: {},
  plan: 'quick',
  lines: [],
  club: { group: 'mid-iron' },
  target: {},
  judged: null,
  facing: false,
  prompts: 'tones',
  pace: 'clock',
  alone: false,
  series: USUAL_SERIES,
};

/** What was used last on this device. */
export function readUsual(): UsualReadings {
  return { ...FIRST, ...(readOnDevice(KEY) as Partial<UsualReadings> | null) };
}

/** Remembers what was used; what is not named stays. */
export function keepUsual(change: Partial<UsualReadings>): void {
  keepOnDevice(KEY, JSON.stringify({ ...readUsual(), ...change }));
}

/** The name under which a base is remembered. */
export function baseName({ by, rod }: UsualWay, line: LineKey): string {
  return `${line}.${by === 'gaps' ? (rod ? 'rod' : 'bare') : by}`;
}

/** What a check begins with: what was used last, or the station that was laid for it. */
export function beginningOf(usual: UsualReadings, planned: PlannedStation | null): UsualReadings {
  if (planned === null) return usual;
  const { clubGroup, targetName, targetDistanceM, methodId } = planned;
  const method = SHIPPED_METHODS.find((m) => m.id === methodId);
  return {
    ...usual,
    club: usual.club.group === clubGroup ? usual.club : { group: clubGroup },
    target: { ...(targetName !== '' && { name: targetName }), distanceM: targetDistanceM },
    // An own method is chosen in the check: here only its name would be known.
    ...(method && { judged: { judgement: { method: { id: method.id, version: method.profileVersion } } } }),
  };
}

import { signWords } from '@lotrecht/core/words';
import { type PosteriorResult } from '@lotrecht/records';
import { type FirstText, LINE_TITLES, type LineKey } from './result-words.ts';
import { type DistanceUnit, formatDistance } from './typed-length.ts';

/** From here on a line that comes first is most likely so; below it may be. */
const LIKELY_FROM = 0.5;
/** Nearer to the target than this, degrees, nobody sees a difference. */
const STRAIGHT_WITHIN_DEG = 0.2;
/** A landmark this near to a direction, degrees, is what one sees there. */
const NEAR_DEG = 1.2;
/** From so many on, whole metres or yards are what anyone can see. */
const WHOLE_FROM = 10;

/**
 * What to work on first and how sure that is, as it is read aloud.
 *
 * @example firstSentence('shoulders', { line: 'shoulders', probability: 0.6, certain: false }) // 'Shoulders first, most likely.'
 */
export function firstSentence(key: LineKey, { certain, probability }: FirstText): string {
  if (certain) return `${LINE_TITLES[key]} first.`;
  const isLikely = probability === null || probability >= LIKELY_FROM;
  return `${LINE_TITLES[key]} first, ${isLikely ? 'most likely' : 'perhaps'}.`;
}

/**
 * How a line usually stands, beside how it stood today; nothing where only today is known.
 *
 * @example usualSentence('toes', undefined) // null
 */
export function usualSentence(key: LineKey, posterior: PosteriorResult | undefined): string | null {
  const today = posterior?.today;
  if (posterior === undefined || today === undefined) return null;
  if ((posterior.history ?? null) === null && today.setUps < 2) return null;
  const deg = posterior.lines[key].meanDeg;
  const subject = key === 'face' ? 'it is' : 'they are';
  const turned = Math.abs(deg).toFixed(1);
  if (turned === '0.0') return `Usually ${subject} square.`;
  const [below, above] = signWords(key);
  return `Usually ${subject} ${turned}° ${deg > 0 ? above : below}.`;
}

/** Something that is seen from the place, by its direction from the target. */
export interface SeenMark {
  readonly name: string;
  /** Degrees, right positive. */
  readonly fromTargetDeg: number;
}

/** What a direction is told by. */
export interface AimGround {
  readonly targetName?: string | undefined;
  readonly seen: readonly SeenMark[];
  readonly unit: DistanceUnit;
}

/** Where a line points. */
export interface Aim {
  /** From the target, degrees, right positive. */
  readonly deg: number;
  /** Beside the target at its distance, m, ≥ 0; null where nobody knows how far away it is. */
  readonly metres: number | null;
}

/**
 * Where a line points, in what is seen from the place and in the set unit.
 *
 * @example aimSentence('shoulders', { deg: 4.2, metres: 11 }, { targetName: 'Barge', seen: [{ name: 'Chimney', fromTargetDeg: 4 }], unit: 'm' }) // 'They aim 11 m right of Barge, near Chimney.'
 */
export function aimSentence(key: LineKey, aim: Aim, ground: AimGround): string {
  return `${key === 'face' ? 'It aims' : 'They aim'} ${aimText(aim, ground)}.`;
}

/**
 * The same without a subject.
 *
 * @example aimText({ deg: 0, metres: 0 }, { seen: [], unit: 'm' }) // 'at the target'
 */
export function aimText({ deg, metres }: Aim, { targetName, seen, unit }: AimGround): string {
  const target = targetName ?? 'the target';
  if (isStraight(deg)) return `at ${target}`;
  const near = seen
    .filter(({ name }) => name !== targetName)
    .map(({ name, fromTargetDeg }) => ({ name, apartDeg: Math.abs(fromTargetDeg - deg) }))
    .filter(({ apartDeg }) => apartDeg <= NEAR_DEG)
    .toSorted((a, b) => a.apartDeg - b.apartDeg)[0];
  return `${besideText({ deg, metres }, unit)} of ${target}${near === undefined ? '' : `, near ${near.name}`}`;
}

/**
 * The same in the fewest words.
 *
 * @example besideText({ deg: -4.2, metres: 11.2 }, 'm') // '11 m left'
 */
export function besideText({ deg, metres }: Aim, unit: DistanceUnit): string {
  if (isStraight(deg)) return 'straight';
  const off =
    metres === null
      ? `${Math.abs(deg).toFixed(1)}°`
      : formatDistance(metres < WHOLE_FROM ? metres : Math.round(metres), unit);
  return `${off} ${deg < 0 ? 'left' : 'right'}`;
}

function isStraight(deg: number): boolean {
  return Math.abs(deg) < STRAIGHT_WITHIN_DEG;
}

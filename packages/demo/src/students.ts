import { type DemoBalls } from './ball-runs.ts';
import { type DemoClub } from './tarnside.ts';
import { type DemoWalkIns } from './walk-ins.ts';

/** Lines of the body that the demo reads. */
export type BodyLine = 'toes' | 'heels' | 'knees' | 'hips' | 'shoulders' | 'eyes';

/** What the simulator knows about a made-up student and the application has to find out. All angles φ, degrees. */
export interface DemoStudent {
  readonly name: string;
  readonly handedness: 'right' | 'left';
  readonly minor: boolean;
  readonly instructor: 0 | 1;
  readonly notes: string;
  /** True toe line at lesson k of n. */
  readonly toesDeg: (k: number, n: number) => number;
  /** True φ of the other body lines beside that toe line; a line that is not named stands as the toes do. */
  readonly linesDeg?: (toes: number) => Partial<Record<BodyLine, number>>;
  /** True face by club. */
  readonly faceDeg: (club: DemoClub) => number;
  /** Spread from one stand to the next. */
  readonly spreadDeg: number;
  readonly lessons: number;
  /** Days since the last lesson; 0 is a lesson today. */
  readonly daysSinceLast: number;
  /** Days from lesson to lesson. Default 17. */
  readonly everyDays?: number;
  /** A winter without lessons before lesson k, of so many days. */
  readonly pause?: { readonly before: number; readonly days: number };
  /** The driver is read as well, cold, at every lesson. */
  readonly withDriver?: boolean;
  /** A shipped method other than All parallel. */
  readonly method?: string;
  /** From square, outward. */
  readonly flareDeg?: { readonly lead: number; readonly trail: number };
  /** Where the student feels aimed, φ. Default square. */
  readonly feltDeg?: number;
  /** Where lessons are held in turn, and what share of the fault shows there. Default: all of it, at the range. */
  readonly elsewhere?: readonly { readonly place: 'hall' | 'range' | 'course'; readonly share: number }[];
  /** How far behind its place in the table the ball usually lies, mm; read in the first set-up of a lesson. Default: nobody looks at it. */
  readonly ballBackMm?: number;
  /** What the balls of their last lesson come from. Default: nobody tapped any. */
  readonly balls?: DemoBalls;
  /** How they walk in, recorded in their last two lessons. Default: nobody records it. */
  readonly walkIns?: DemoWalkIns;
  /** The string of the last lesson was found turned by this, right positive. */
  readonly laidOffDeg?: number;
}

const cured = (from: number, to: number) => (k: number, n: number) =>
  k < n / 3 ? from : k < (2 * n) / 3 ? (from + to) / 2 : to;
const steady = (deg: number) => () => deg;
const relapsing = (from: number, good: number) => (k: number, n: number) =>
  k < n / 4 || k >= n - 2 ? from : good;
/** From one value to another over lessons k1 to k2. */
const gliding = (from: number, to: number) => (k: number, n: number) =>
  from + ((to - from) * k) / Math.max(1, n - 1);
const slightlyOpen = (club: DemoClub) =>
  club.group === 'driver' || club.group === 'fairway-wood' ? 1.2 : 0.4;
const openWithLongClubs = (club: DemoClub) =>
  club.group === 'driver' || club.group === 'fairway-wood' ? 4 : 0.3;

/** Tarnside's students. Everyone is made up. */
export const STUDENTS: readonly DemoStudent[] = [
  {
    name: 'Runa Feldt',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 24,
    daysSinceLast: 0,
    spreadDeg: 0.9,
    notes: 'Believes she aims at the raft. Show her the string first.',
    toesDeg: cured(8, 0.2),
    faceDeg: slightlyOpen,
    feltDeg: 0.5,
  },
  {
    name: 'Osk Brannel',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 20,
    daysSinceLast: 0,
    spreadDeg: 0.8,
    notes: 'Pauses over winter.',
    toesDeg: relapsing(6.4, 0.3),
    faceDeg: slightlyOpen,
    pause: { before: 18, days: 96 },
  },
  {
    name: 'Ilse Quarrie',
    handedness: 'left',
    minor: false,
    instructor: 0,
    lessons: 14,
    daysSinceLast: 6,
    spreadDeg: 1.2,
    notes: 'Left-handed; aims left of every raft.',
    balls: 'brought-back',
    toesDeg: steady(4.3),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Jorun Maddick',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 16,
    daysSinceLast: 13,
    spreadDeg: 0.9,
    notes: 'Soles the driver open.',
    toesDeg: steady(0.8),
    faceDeg: openWithLongClubs,
    // Feet as they like, the shoulders are judged.
    linesDeg: () => ({ knees: -1, hips: -0.6, shoulders: -0.8, eyes: -0.4 }),
    method: 'shoulders-and-eyes-rule',
    withDriver: true,
  },
  {
    name: 'Bela Varnholt',
    handedness: 'right',
    minor: true,
    instructor: 0,
    lessons: 9,
    daysSinceLast: 20,
    spreadDeg: 1.8,
    notes: 'Comes with the junior group on Saturdays.',
    toesDeg: cured(7, 2),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Anselm Tove',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 15,
    daysSinceLast: 0,
    spreadDeg: 1,
    notes: 'Lead foot flared; judge by the heels once they are read.',
    toesDeg: steady(-2.4),
    faceDeg: slightlyOpen,
    // The lead foot is flared: the toe line lies, heels and body are nearly square.
    linesDeg: () => ({ heels: 0.2, knees: 0.4, hips: 0.3, shoulders: 0.6, eyes: 0.4 }),
    flareDeg: { lead: 22, trail: 0 },
  },
  {
    name: 'Petra Lindqvarn',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 12,
    daysSinceLast: 3,
    spreadDeg: 1.4,
    notes: 'Feels aimed far left when square.',
    toesDeg: cured(8.1, 3),
    faceDeg: slightlyOpen,
    feltDeg: -3,
  },
  {
    name: 'Edda Kolme',
    handedness: 'left',
    minor: true,
    instructor: 1,
    lessons: 8,
    daysSinceLast: 20,
    spreadDeg: 2,
    notes: 'Junior group.',
    toesDeg: steady(1.5),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Casimir Dunmoor',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 11,
    daysSinceLast: 9,
    spreadDeg: 1,
    notes: 'Feet closed, shoulders square: ask which he feels.',
    walkIns: 'breaks-under-test',
    toesDeg: steady(5),
    faceDeg: slightlyOpen,
    linesDeg: () => ({ knees: 3.2, hips: 1.4, shoulders: 0.3, eyes: 0.2 }),
  },
  {
    name: 'Wenke Aldous',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 7,
    daysSinceLast: 31,
    spreadDeg: 1.2,
    notes: '',
    balls: 'path',
    toesDeg: steady(0.2),
    faceDeg: slightlyOpen,
    laidOffDeg: 1.4,
  },
  {
    name: 'Torben Halm',
    ballBackMm: -48,
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 10,
    daysSinceLast: 5,
    spreadDeg: 1.1,
    notes: '',
    toesDeg: gliding(5, 1.2),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Svea Ramdal',
    ballBackMm: 6,
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 6,
    daysSinceLast: 27,
    spreadDeg: 1.1,
    notes: 'Aims at the crane when nervous.',
    toesDeg: steady(2.6),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Mika Oland',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 21,
    daysSinceLast: 18,
    spreadDeg: 1.1,
    notes: 'Square in the hall, closed outdoors.',
    toesDeg: gliding(4.2, 3.6),
    elsewhere: [
      { place: 'range', share: 1 },
      { place: 'hall', share: 0.2 },
      { place: 'course', share: 1.5 },
    ],
    faceDeg: slightlyOpen,
  },
  {
    name: 'Gesa Thorvik',
    handedness: 'left',
    minor: false,
    instructor: 0,
    lessons: 7,
    daysSinceLast: 12,
    spreadDeg: 1.1,
    notes: '',
    toesDeg: cured(5.5, 0.8),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Arvid Kesselby',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 5,
    daysSinceLast: 40,
    spreadDeg: 1.1,
    notes: 'Away until spring.',
    toesDeg: steady(3.4),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Hanne Bruseth',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 9,
    daysSinceLast: 15,
    spreadDeg: 1.1,
    notes: '',
    walkIns: 'looks-lifted',
    balls: 'face',
    toesDeg: steady(-0.4),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Ole Drammel',
    handedness: 'right',
    minor: false,
    instructor: 0,
    lessons: 6,
    daysSinceLast: 22,
    spreadDeg: 1.1,
    notes: 'Likes numbers.',
    toesDeg: steady(1.1),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Tilda Varn',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 7,
    daysSinceLast: 8,
    spreadDeg: 1.1,
    notes: '',
    toesDeg: gliding(6, 2),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Knut Espelund',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 8,
    daysSinceLast: 16,
    spreadDeg: 1.1,
    notes: '',
    toesDeg: relapsing(4.8, 0.2),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Marle Obrecht',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 6,
    daysSinceLast: 11,
    spreadDeg: 1.1,
    notes: '',
    toesDeg: steady(3.9),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Fenna Stolt',
    handedness: 'right',
    minor: false,
    instructor: 1,
    lessons: 5,
    daysSinceLast: 19,
    spreadDeg: 1.1,
    notes: '',
    balls: 'as-set-up',
    toesDeg: steady(0.5),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Joris Anken',
    handedness: 'left',
    minor: false,
    instructor: 1,
    lessons: 6,
    daysSinceLast: 25,
    spreadDeg: 1.1,
    notes: '',
    toesDeg: gliding(3, 1),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Pelle Nord',
    handedness: 'right',
    minor: true,
    instructor: 0,
    lessons: 6,
    daysSinceLast: 20,
    spreadDeg: 2,
    notes: 'Junior group.',
    toesDeg: steady(2.2),
    faceDeg: slightlyOpen,
  },
  {
    name: 'Ylva Skarn',
    handedness: 'right',
    minor: true,
    instructor: 1,
    lessons: 5,
    daysSinceLast: 20,
    spreadDeg: 2.1,
    notes: 'Junior group.',
    toesDeg: cured(6, 1),
    faceDeg: slightlyOpen,
  },
];

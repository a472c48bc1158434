import { computed, inject, Injectable, signal } from '@angular/core';
import { judgedBy, type WhoStands } from '@lotrecht/judging';
import {
  type BallView,
  type CheckDocument,
  type Circumstances,
  type EarlierView,
  type LastTimeView,
  type LessonView,
  type PlaceMark,
  type PriorDocument,
  type Rebase,
  type StudentView,
} from '@lotrecht/records';
import { degreesFromRadians, radiansFromDegrees, targetLineUncertainty } from '@lotrecht/core';
import { type MissSaid } from '@lotrecht/words';
import { type Club } from '../../data/kinds/club.ts';
import { DEFAULT_JUDGED, type Judged } from '../../methods/judged.ts';
import { ByHand } from './by-hand.ts';
import { FIRST_CIRCUMSTANCES } from './draft-content.ts';
import { type LengthUnit } from './readings/entry.ts';

/** What is known of who stands there, out of what holds more. */
export function whoStandsOf({
  readdressSdDeg,
  daySdDeg,
  statureMm,
}: { readonly [K in keyof WhoStands]: WhoStands[K] | undefined }): WhoStands {
  return {
    ...(readdressSdDeg !== undefined && { readdressSdDeg }),
    ...(daySdDeg !== undefined && { daySdDeg }),
    ...(statureMm !== undefined && { statureMm }),
  };
}

/** What a check is opened with, and what nobody types into it. */
export interface OpenedGround {
  /** Of the check, kept or not. */
  readonly id: string;
  readonly student: StudentView | null;
  readonly lesson: LessonView | null;
  /** The student’s own clubs. */
  readonly bag: readonly Club[];
  /** What is seen from where the lesson is held. */
  readonly marks: readonly PlaceMark[];
  /** The kind of the place where the lesson is held; null where none is noted. */
  readonly placeKind: Circumstances['place'] | null;
  /** A stored check keeps its own. */
  readonly whoStands: WhoStands;
  /** Cold checks of the student before this lesson, of every club group. A stored check keeps its own. */
  readonly earlier: readonly EarlierView[];
  /** What was set up for the student the last time with each group of clubs, newest first. */
  readonly lastTimes: readonly LastTimeView[];
  /** Ball and stance of the student’s cold set-ups before this lesson, newest first. */
  readonly balls: readonly BallView[];
  /** Where the student’s balls usually go, as they said. */
  readonly miss: MissSaid | null;
  /** What the academy’s own students say of who comes; null: the shipped prior. A stored check keeps its own. */
  readonly prior: PriorDocument | null;
  /** Of a stored check: what it was answered from stays with it. */
  readonly keptKnown: Pick<CheckDocument, 'earlier' | 'prior' | 'observations'> | null;
  /** A stored check has been seen: nothing about it is covered any more. */
  readonly stored: boolean;
}

/** Under what a check is made, as it can be changed by hand. */
export interface TypedGround {
  readonly unit: LengthUnit;
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly targetLine: CheckDocument['targetLine'];
  /** Where the ball is to start, degrees from the target, right positive. Default 0. */
  readonly startLineDeg?: number | undefined;
  readonly feet: NonNullable<CheckDocument['feet']> | null;
  /** Null for a stored check whose circumstances were not recorded: they are not made up afterwards. */
  readonly circumstances: Circumstances | null;
  readonly judged: Judged;
  /** What was found out about the target line afterwards; null while it stands as laid. */
  readonly rebase: Rebase | null;
}

/** No check is open. */
export const NOTHING_OPENED: OpenedGround = {
  id: '',
  student: null,
  lesson: null,
  bag: [],
  marks: [],
  placeKind: null,
  whoStands: {},
  earlier: [],
  lastTimes: [],
  balls: [],
  miss: null,
  prior: null,
  keptKnown: null,
  stored: false,
};

const NOTHING_TYPED: TypedGround = {
  unit: 'mm',
  club: { group: 'mid-iron' },
  target: {},
  targetLine: {},
  feet: null,
  circumstances: FIRST_CIRCUMSTANCES,
  judged: DEFAULT_JUDGED,
  rebase: null,
};

/** Whose check it is, and under what it is made. */
@Injectable()
export class CheckGround {
  private readonly byHand = inject(ByHand);
  private readonly opened = signal(NOTHING_OPENED);
  private readonly typed = signal(NOTHING_TYPED);

  readonly id = computed(() => this.opened().id);
  readonly student = computed(() => this.opened().student);
  readonly lesson = computed(() => this.opened().lesson);
  readonly bag = computed(() => this.opened().bag);
  readonly marks = computed(() => this.opened().marks);
  readonly placeKind = computed(() => this.opened().placeKind);
  readonly whoStands = computed(() => this.opened().whoStands);
  readonly earlier = computed(() => this.opened().earlier);
  readonly lastTimes = computed(() => this.opened().lastTimes);
  readonly balls = computed(() => this.opened().balls);
  readonly miss = computed(() => this.opened().miss);
  readonly prior = computed(() => this.opened().prior);
  readonly keptKnown = computed(() => this.opened().keptKnown);
  readonly stored = computed(() => this.opened().stored);

  readonly unit = computed(() => this.typed().unit);
  readonly club = computed(() => this.typed().club);
  readonly target = computed(() => this.typed().target);
  readonly targetLine = computed(() => this.typed().targetLine);
  readonly startLineDeg = computed(() => this.typed().startLineDeg);
  readonly feet = computed(() => this.typed().feet);
  readonly circumstances = computed(() => this.typed().circumstances);
  readonly judged = computed(() => this.typed().judged);
  readonly rebase = computed(() => this.typed().rebase);

  readonly windy = computed(() => this.lesson()?.windy ?? false);
  /** Tolerances, goals, order and foot line in use. */
  readonly rules = computed(() =>
    judgedBy({ ...this.judged().judgement, observations: [] as unknown } as CheckDocument),
  );
  readonly footLine = computed(() => this.rules().footLine ?? 'toes');
  /** Distance of the target that landmarks are told from, m; undefined where none are known. */
  readonly pointsAtM = computed(() => (this.marks().length > 0 ? this.target().distanceM : undefined));
  readonly targetLineUncertaintyDeg = computed(() => {
    const { stakeSeparationM, stakeMm, sightingDeg } = this.targetLine();
    const laid = degreesFromRadians(
      targetLineUncertainty({
        ...(stakeSeparationM !== undefined && { stakeSeparationM }),
        ...(stakeMm !== undefined && { stakeM: stakeMm / 1000 }),
        ...(sightingDeg !== undefined && { sightingRad: radiansFromDegrees(sightingDeg) }),
      }),
    );
    return this.rebase()?.uncertaintyDeg ?? laid;
  });

  open(opened: OpenedGround): void {
    this.opened.set(opened);
  }

  /** From here on it is with the server. */
  keep(): void {
    this.opened.update((opened) => ({ ...opened, stored: true }));
  }

  /** What a stored check was answered from stays with it. */
  keepKnown(document: CheckDocument): void {
    const { readdressSdDeg } = document;
    this.opened.update((opened) => ({ ...opened, readdressSdDeg, keptKnown: document }));
  }

  /** As it was left, is stored, or begins. */
  show(typed: TypedGround): void {
    this.typed.set(typed);
  }

  /** Changes something by hand. */
  set<K extends keyof TypedGround>(what: K, value: TypedGround[K]): void {
    this.typed.update((typed) => ({ ...typed, [what]: value }));
    this.byHand.touch();
  }

  /** What a draft keeps of it. */
  snapshot(): Omit<TypedGround, 'startLineDeg'> & { readonly startLineDeg?: number } {
    const { startLineDeg, ...typed } = this.typed();
    // Said only where it is not the target itself.
    return startLineDeg === undefined || startLineDeg === 0 ? typed : { ...typed, startLineDeg };
  }
}

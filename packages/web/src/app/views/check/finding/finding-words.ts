import { computed, inject, Injectable } from '@angular/core';
import {
  type Advised,
  advisedMoveOf,
  budgetsOfCheck,
  causeOf,
  chainsOfResult,
  decidingLines,
  isCold,
  lessonDifferences,
  type LineDifference,
  lookDriftOf,
  rodAcrossMm,
  toldChecks,
} from '@lotrecht/judging';
import { drillsFor, standOfCheck } from '@lotrecht/paper';
import { type ResultDocument } from '@lotrecht/records';
import {
  type AimGround,
  missAgainst,
  missText,
  orderFirstSentences,
  type ReadFault,
  toldOf,
} from '@lotrecht/words';
import { COVERAGE_FACTOR, type LineBudget, signWords, TOLD_FROM } from '@lotrecht/core';
import { MethodStore } from '../../../methods/method.store.ts';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { differenceText } from '../../../words/difference-words.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckReadings } from '../check-readings.ts';
import { CheckAnswers } from '../check-answers.ts';
import { faceSetBySentence, feetSentence, itemSentences } from '../../../words/item-words.ts';
import { firstOf, type LineKey } from '../../../words/words.ts';
import { CheckBall } from '../ball/check-ball.ts';
import { type FindingGround } from './finding-panel.ts';

/** So many drills are named with a finding. */
const OFFERED = 3;

const LONG_CLUBS = new Set(['long-iron', 'fairway-wood', 'driver']);

/** Everything about a check that stands beside its lines in the finding. */
@Injectable()
export class FindingWords {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly readings = inject(CheckReadings);
  private readonly answers = inject(CheckAnswers);
  private readonly settings = inject(SettingsStore);

  private readonly ball = inject(CheckBall);
  private readonly methods = inject(MethodStore);

  /** Shoulders and eyes after the look against before it. */
  private readonly drift = computed((): readonly LineDifference[] => {
    const [before, after] = [this.answers.solution(), this.answers.lookSolution()];
    if (!before?.document || !before.result || !after?.document || !after.result) return [];
    return lookDriftOf(
      { document: before.document, result: before.result },
      { document: after.document, result: after.result },
    );
  });

  /** Against the blind baselines of the same lesson with the same group of clubs. */
  private readonly sinceBaseline = computed((): readonly LineDifference[] => {
    const shown = this.answers.shown();
    const circumstances = this.ground.circumstances();
    const group = this.ground.club().group;
    // What is worked on has its own before and after beside it.
    if (!shown?.document || !shown.result || circumstances?.phase !== 'after-balls') return [];
    const before = toldChecks(this.ground.lesson()?.checks ?? []).filter(
      ({ circumstances: c, document }) => isCold(c) && document.club?.group === group,
    );
    return lessonDifferences(before, [{ document: shown.document, result: shown.result }], false);
  });

  /** Where the eye is trained, when the picture is what misleads or the look is what moves the body; null: neither. */
  readonly eyeTraining = computed(() => {
    const lesson = this.ground.lesson();
    const misled = this.answers.shown()?.result?.targetPicture === true || this.drift().some((d) => d.real);
    return lesson !== null && misled ? ['/lessons', lesson.id, 'eye'] : null;
  });

  /** What the answer is made from: nobody should take it for the tape's alone. */
  private readonly madeFrom = computed(() => {
    const shown = this.answers.shown();
    const lessons = shown?.result?.posterior?.history?.lessonsUsed ?? 0;
    const others =
      shown?.document?.prior === undefined
        ? 'how the lines of a body usually go together'
        : 'how students of this academy stand';
    const changed = shown?.result?.notes.some(({ code }) => code === 'changed-since') === true;
    const from =
      lessons === 0
        ? `From today’s readings, and ${others}.`
        : `From today and ${lessons} earlier ${lessons === 1 ? 'lesson' : 'lessons'}.`;
    return changed ? `${from} They have probably changed since the last lesson.` : from;
  });

  /** The set-up from the student’s own eyes, before anything is kept; null without a target to see. */
  readonly stand = computed(() => {
    const { document, result } = this.answers.shown() ?? {};
    if (!document || !result) return null;
    return standOfCheck(
      { document, result, record: this.held.record() },
      {
        marks: this.ground.marks(),
        statureMm: this.ground.student()?.statureMm ?? null,
        headLifted: false,
        methods: this.methods.all(),
      },
    );
  });

  /** The place's own marks, as they are seen from its target. */
  private readonly aim = computed((): AimGround => {
    const { name } = this.ground.target();
    const marks = this.ground.marks();
    const target = marks.find((mark) => mark.kind === 'target' && mark.name === name);
    // Judged against a start line, everything is told from there.
    const start = this.ground.startLineDeg() ?? 0;
    const told = start === 0 ? name : 'the start line';
    return {
      ...(told !== undefined && { targetName: told }),
      seen:
        target === undefined
          ? []
          : marks.map((mark) => ({
              name: mark.name,
              fromTargetDeg: mark.bearingDeg - target.bearingDeg - start,
            })),
      unit: this.settings.settings().distanceUnit,
    };
  });

  /** What the student said of their balls, against the lines that are out. */
  private againstMiss(result: ResultDocument | null): readonly string[] {
    const miss = this.ground.miss();
    const answer = toldOf(result?.posterior)?.lines;
    if (miss === null || result === null || answer === undefined) return [];
    const said = missText(miss);
    if (said === '') return [];
    const right = this.ground.student()?.handedness === 'right';
    const faults = (Object.keys(result.lines) as LineKey[]).flatMap((line): readonly ReadFault[] => {
      const { meanDeg, probabilityIn = 1 } = answer[line];
      const [low, high] = result.lines[line]?.toleranceDeg ?? [0, 0];
      if (probabilityIn > 1 - TOLD_FROM) return [];
      const above = meanDeg > (low + high) / 2;
      const word = signWords(line)[above ? 1 : 0];
      return [
        {
          title: line === 'face' ? `The ${word} face` : `The ${word} ${line}`,
          of: line === 'face' ? 'face' : 'body',
          right: above === right,
        },
      ];
    });
    return [`The usual miss: ${said.charAt(0).toLowerCase()}${said.slice(1)}`, ...missAgainst(miss, faults)];
  }

  private advisedOf(key: LineKey): Advised | null {
    const { document, result } = this.answers.shown() ?? {};
    return document && result ? advisedMoveOf(document, result, key) : null;
  }

  private budgetOf(key: LineKey): LineBudget | undefined {
    const document = this.answers.shown()?.document;
    if (!document) return undefined;
    const given = { rebase: this.ground.rebase() ?? undefined, rodMm: rodAcrossMm(this.held.tools()) };
    return budgetsOfCheck(document, given).find(({ line }) => line === key);
  }

  readonly findingGround = computed((): FindingGround => {
    const result = this.answers.shown()?.result ?? null;
    const { priority, feltDeg, guess, items, routineFirst } = this.held.record();
    const working = this.readings.working();
    const { distanceM } = this.ground.target();
    const guessed = guess && result?.lines[guess.line];
    return {
      handedness: this.ground.student()?.handedness ?? 'right',
      advised: (key) => this.advisedOf(key),
      budget: (key) => this.budgetOf(key),
      aim: this.aim(),
      figuresFirst: this.settings.settings().figuresFirst ?? false,
      drills: (key) =>
        drillsFor(key)
          .slice(0, OFFERED)
          .map(({ name }) => name),
      units: { length: this.ground.unit(), distance: this.settings.settings().distanceUnit },
      ...(distanceM !== undefined && { targetDistanceM: distanceM }),
      ...(feltDeg !== undefined && { feltDeg }),
      ...(priority && { priority }),
      ...(routineFirst && { orderFirst: orderFirstSentences(routineFirst) }),
      ...(working && { working }),
      // One line that is worked on says nothing of a cause.
      cause:
        result === null || working !== null
          ? null
          : causeOf(result, decidingLines(this.ground.rules()), this.ball.placed()),
      chains: result === null ? [] : chainsOfResult(result),
      madeFrom: this.madeFrom(),
      about: [
        ...(this.ball.sentences().length === 0 ? [] : ['ball-told' as const]),
        ...(this.drift().length + this.sinceBaseline().length === 0 ? [] : ['change' as const]),
      ],
      longClub: LONG_CLUBS.has(this.ground.club().group),
      sentences: [
        ...this.ball.sentences(),
        ...(guess && guessed
          ? [
              `Your eye said ${sided(guess.readingDeg)} for the ${guess.line}: ${sided(guess.readingDeg - guessed.azimuthDeg)} of what was read.`,
            ]
          : []),
        ...[feetSentence(this.ground.feet()), faceSetBySentence(this.held.record().faceSetBy)].flatMap(
          (said) => said ?? [],
        ),
        ...heelSentences(result, this.ground.footLine()),
        ...this.drift().map((d) => `After the look: ${differenceText(d)}`),
        ...this.sinceBaseline()
          .filter((d) => d.line === ((result && firstOf(result).line) ?? d.line) || d.real)
          .map((d) => `Since the baseline: ${differenceText(d)}`),
        ...itemSentences(items),
        ...this.againstMiss(result),
        ...(this.answers.answerFailed()
          ? ['This device cannot make the answer: only the tape’s own figures are shown.']
          : []),
      ],
    };
  });
}

function sided(deg: number): string {
  return Math.abs(deg) < 0.05 ? '0.0°' : `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? 'left' : 'right'}`;
}

/** The heel line behind flared feet, and which of the two lines judges. */
function heelSentences(result: ResultDocument | null, footLine: 'toes' | 'heels'): readonly string[] {
  const heels = result?.heelsFromFlare;
  if (heels?.measurementUncertaintyDeg === undefined) return [];
  const { handedAzimuthDeg, measurementUncertaintyDeg } = heels;
  const [below, above] = signWords('heels');
  const word = Math.abs(handedAzimuthDeg) < 0.05 ? 'square' : handedAzimuthDeg < 0 ? below : above;
  const half = (COVERAGE_FACTOR * measurementUncertaintyDeg).toFixed(1);
  return [
    `Behind the flares the heels are ${Math.abs(handedAzimuthDeg).toFixed(1)}° ${word}, ± ${half}°. This method judges by the ${footLine}.`,
  ];
}

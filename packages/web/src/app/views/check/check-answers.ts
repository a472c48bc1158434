import { computed, inject, Injectable, signal } from '@angular/core';
import {
  coldChecksOf,
  composeCheck,
  earlierOf,
  earlierOfGroup,
  isCold,
  solveReadable,
  withoutCopies,
} from '@lotrecht/judging';
import { type CheckDocument, type CheckRecord, type EarlierView } from '@lotrecht/records';
import { CheckGround } from './check-ground.ts';
import { HeldSetUp } from './held-set-up.ts';
import { CheckReadings } from './check-readings.ts';
import { type Entry, parseEntry, toTyped } from './readings/entry.ts';
import { fieldErrorsOf } from './readings/field-errors.ts';
import { newestThought } from './finding/beside-the-page.ts';

/** What core makes of what was read: at once by the tape, a moment later from all that is known. */
@Injectable()
export class CheckAnswers {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly readings = inject(CheckReadings);

  /** Cold checks of the same lesson follow each other without drift; those of a series are read from one line. */
  private readonly earlierToday = computed((): readonly EarlierView[] => {
    const lesson = this.ground.lesson();
    if (lesson === null) return [];
    const series = this.held.series();
    return coldChecksOf(lesson.checks, lesson.heldOn).flatMap((check) => {
      const sameLine = series !== undefined && check.record?.series?.id === series.id;
      return earlierOf(check, lesson.heldOn, { sameLine }) ?? [];
    });
  });

  /**
   * What this check is answered from besides its readings: earlier cold checks, and who comes to this academy. A set-up
   * with help, or after balls, is another thing than a cold one: cold checks say nothing of how it stood.
   */
  readonly known = computed((): Pick<CheckDocument, 'earlier' | 'prior'> => {
    const { earlier, prior } = this.ground.keptKnown() ?? {
      earlier: isCold(this.ground.circumstances())
        ? earlierOfGroup([...this.ground.earlier(), ...this.earlierToday()], this.ground.club().group)
        : undefined,
      prior: this.ground.prior(),
    };
    return { ...(earlier && { earlier }), ...(prior && { prior }) };
  });

  readonly document = computed(() => this.compose(this.readings.composed().lines));
  /** What was read again after the look; undefined without. */
  private readonly lookDocument = computed(() => this.compose(this.readings.composed().look));

  /** Readings stand as they were kept: those that could not be typed any more are told all the same. */
  private readonly readAsKept = computed(() => {
    const [kept, now] = [this.ground.keptKnown()?.observations, this.document()?.observations];
    return kept !== undefined && JSON.stringify(kept) === JSON.stringify(now);
  });

  /** What the settled readings say; recomputed at every completed field. */
  readonly solution = computed(() => {
    const document = this.compose(this.readings.composed().lines, {});
    if (document === undefined) return null;
    const { document: bare, ...solved } = solveReadable(document, {
      rebase: this.ground.rebase() ?? undefined,
      answer: 'tape',
      stored: this.readAsKept(),
    });
    // The tape needs nothing of what is known besides: `bare` is without it.
    return { ...solved, bare, document: bare && { ...bare, ...this.known() } };
  });
  readonly lookSolution = computed(() => {
    const document = this.lookDocument();
    return document === undefined ? null : solveReadable(document, { answer: 'tape' });
  });

  private readonly isFailed = signal(false);
  /** No answer can be made on this device: the tape's figures stand alone. */
  readonly answerFailed = this.isFailed.asReadonly();
  private readonly newestAnswer = newestThought(
    computed(() => {
      const document = this.solution()?.bare ?? null;
      const rebase = this.ground.rebase() ?? undefined;
      return document === null
        ? null
        : ({
            about: 'answer',
            asked: { document, rebase, stored: this.readAsKept() },
            known: this.known(),
          } as const);
    }),
    () => this.fail(),
  );

  /** The same with what follows from it and from all that is known, which comes a moment later. */
  private readonly answered = computed(() => {
    const [solution, answer] = [this.solution(), this.newestAnswer()];
    const result = solution?.result ?? null;
    if (solution === null || result === null) return solution;
    if (answer?.question.asked.document !== solution.bare) return solution;
    const { posterior, notes } = answer.thought;
    return { ...solution, result: { ...result, notes, ...(posterior && { posterior }) } };
  });

  /** What they said before the target line was found wrong; null while it stands as laid. */
  readonly asRead = computed(() => {
    const document = this.document();
    return document === undefined || this.ground.rebase() === null
      ? null
      : solveReadable(document, { answer: 'tape', stored: this.readAsKept() }).result;
  });

  /** How many set-ups of its series this one is answered from, with itself. */
  readonly toldTogether = computed(
    () => 1 + (this.known().earlier ?? []).filter(({ sameLine }) => sameLine === true).length,
  );
  /** What may be seen of the solution. */
  readonly shown = computed(() => (this.held.covered() ? null : this.answered()));

  /** What is wrong with fields, by their keys, in the order in which they are read. */
  readonly fieldErrors = computed(() => {
    const [entries, unit] = [this.readings.settled(), this.ground.unit()];
    const { lines, look } = this.readings.composed();
    const of = (composed: readonly Entry[], refusals = this.solution()?.refusals ?? []) =>
      fieldErrorsOf(entries, unit, { composed, refusals });
    return new Map([...of(look, this.lookSolution()?.refusals ?? []), ...of(lines)]);
  });

  /** Every reading that was planned is there and can be one. */
  readonly complete = computed(() => {
    const [settled, unit] = [this.readings.settled(), this.ground.unit()];
    return (
      this.fieldErrors().size === 0 &&
      settled.length > 0 &&
      settled.every((entry) => parseEntry(entry, unit).every((f) => f.parsed.kind === 'value'))
    );
  });

  /** Nothing can be thought through on this device. */
  fail(): void {
    this.isFailed.set(true);
  }

  /** What is saved beside the document; undefined where nothing was noted. */
  savedRecord(): CheckRecord | undefined {
    const afterLook = this.lookDocument();
    const { ownMethod } = this.ground.judged();
    const { series: _series, ...noted } = this.held.record();
    const series = this.held.series();
    const record: CheckRecord = {
      ...noted,
      ...(series && { series }),
      ...(afterLook && { afterLook }),
      ...(ownMethod && { ownMethod }),
    };
    return Object.keys(record).length === 0 ? undefined : record;
  }

  private compose(entries: readonly Entry[], known = this.known()): CheckDocument | undefined {
    const student = this.ground.student();
    const feet = this.ground.feet();
    if (student === null) return undefined;
    const composed = composeCheck({
      ...this.held.tools(),
      handedness: student.handedness,
      club: this.ground.club(),
      target: this.ground.target(),
      targetLine: this.ground.targetLine(),
      startLineDeg: this.ground.startLineDeg() ?? 0,
      judgement: this.ground.judged().judgement,
      ...(feet && { feet }),
      ...this.ground.whoStands(),
      ...known,
      readings: entries.map((e) => toTyped(e, this.ground.unit())),
    });
    if (composed?.earlier === undefined) return composed;
    const { earlier, ...alone } = composed;
    const others = withoutCopies(earlier, composed.observations);
    return others.length === 0 ? alone : { ...composed, earlier: [...others] };
  }
}

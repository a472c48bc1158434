import { computed, inject, Injectable, signal } from '@angular/core';
import {
  coldChecksOf,
  composeCheck,
  composeObservation,
  earlierOf,
  earlierOfGroup,
  habitOf,
  isCold,
  isRevealed,
  judgedBy,
  seriesOf,
  solveReadable,
  type Tools,
  toolsOf,
  withoutCopies,
} from '@lotrecht/judging';
import { type CheckDocument, type CheckRecord, type EarlierView } from '@lotrecht/records';
import { degreesFromRadians, radiansFromDegrees, targetLineUncertainty } from '@lotrecht/core';
import { EyeStore } from '../../settings/eye.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { type LineKey } from '../../words/words.ts';
import { ClockedTimesStore } from '../../lesson/clocked-times.store.ts';
import { workedOn } from '../../words/lesson-steps.ts';
import { HeldCheck } from './held-check.ts';
import { type Entry, parseEntry, toTyped } from './readings/entry.ts';
import { angleDoubtsOf, doubtsOf } from './readings/doubts.ts';
import { fieldErrorsOf } from './readings/field-errors.ts';
import { PlanEdits } from './holds/plan-edits.ts';
import { newestThought } from './finding/beside-the-page.ts';
import { lastTimeOf } from './readings/last-time.ts';

/** A check while it is open: what it holds, and what core makes of it. */
@Injectable()
export class CheckContent extends HeldCheck {
  private readonly settings = inject(SettingsStore);
  private readonly eye = inject(EyeStore);
  private readonly clocked = inject(ClockedTimesStore);

  /** What is read, planned and advised with. */
  readonly tools = computed((): Tools => ({
    ...toolsOf(this.settings.settings(), { windy: this.windy(), eyeDeg: this.eye.uncertaintyDeg() }),
    alone: this.run().alone ?? false,
    clocked: this.clocked.of(this.run().alone ?? false),
  }));
  readonly windy = computed(() => this.lesson()?.windy ?? false);
  /** Tolerances, goals, order and foot line in use. */
  readonly rules = computed(() =>
    judgedBy({ ...this.judged().judgement, observations: [] as unknown } as CheckDocument),
  );
  /** Distance of the target that landmarks are told from, m; undefined where none are known. */
  readonly pointsAtM = computed(() => (this.marks().length > 0 ? this.target().distanceM : undefined));
  readonly footLine = computed(() => this.rules().footLine ?? 'toes');
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

  private readonly composed = computed(() => ({
    lines: this.settledEntries().filter((e) => !e.look && this.observationOf(e) !== undefined),
    look: this.settledEntries().filter((e) => e.look && this.observationOf(e) !== undefined),
  }));

  readonly document = computed(() => this.compose(this.composed().lines));
  /** What was read again after the look; undefined without. */
  readonly lookDocument = computed(() => this.compose(this.composed().look));

  /** Readings stand as they were kept: those that could not be typed any more are told all the same. */
  private readonly readAsKept = computed(() => {
    const [kept, now] = [this.keptKnown()?.observations, this.document()?.observations];
    return kept !== undefined && JSON.stringify(kept) === JSON.stringify(now);
  });

  /** What the settled readings say; recomputed at every completed field. */
  readonly solution = computed(() => {
    const document = this.compose(this.composed().lines, {});
    if (document === undefined) return null;
    const { document: bare, ...solved } = solveReadable(document, {
      rebase: this.rebase() ?? undefined,
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
  /** No answer can be made on this device: the tape's figures stand alone. */
  readonly answerFailed = signal(false);
  private readonly newestAnswer = newestThought(
    computed(() => {
      const document = this.solution()?.bare ?? null;
      const rebase = this.rebase() ?? undefined;
      return document === null
        ? null
        : ({
            about: 'answer',
            asked: { document, rebase, stored: this.readAsKept() },
            known: this.known(),
          } as const);
    }),
    () => this.answerFailed.set(true),
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
    return document === undefined || this.rebase() === null
      ? null
      : solveReadable(document, { answer: 'tape', stored: this.readAsKept() }).result;
  });

  /** The series that this set-up belongs to; undefined for one alone, and for one that was helped after all. */
  readonly series = computed(() => seriesOf({ circumstances: this.circumstances(), record: this.record() }));
  /** A blind baseline is covered until it is revealed, so that guesses stay guesses; a series until all of it is. */
  readonly covered = computed(() => {
    const series = this.series();
    if (this.record().revealed === true || !isCold(this.circumstances())) return false;
    return series === undefined ? !this.stored() : !isRevealed(series, this.lesson()?.checks ?? []);
  });
  /** How many set-ups of its series this one is answered from, with itself. */
  readonly toldTogether = computed(
    () => 1 + (this.known().earlier ?? []).filter(({ sameLine }) => sameLine === true).length,
  );
  /** What may be seen of the solution; of a series, the habit. */
  readonly shown = computed(() => {
    const answered = this.covered() ? null : this.answered();
    const result = answered?.result ?? null;
    if (answered === null || result === null || this.toldTogether() === 1) return answered;
    return { ...answered, result: habitOf(result) };
  });

  readonly fieldErrors = computed(() => {
    const [entries, unit] = [this.settledEntries(), this.unit()];
    const { lines, look } = this.composed();
    const of = (composed: readonly Entry[], refusals = this.solution()?.refusals ?? []) =>
      fieldErrorsOf(entries, unit, { composed, refusals });
    return new Map([...of(look, this.lookSolution()?.refusals ?? []), ...of(lines)]);
  });

  /** Every reading that was planned is there and can be one. */
  readonly complete = computed(
    () =>
      this.fieldErrors().size === 0 &&
      this.settledEntries().length > 0 &&
      this.settledEntries().every((entry) =>
        parseEntry(entry, this.unit()).every((f) => f.parsed.kind === 'value'),
      ),
  );

  /** What can hardly be and was not insisted on yet. */
  readonly doubts = computed(() => {
    const kept = this.record().keptDoubtful ?? [];
    const [entries, unit] = [this.settledEntries(), this.unit()];
    const before = this.earlier().map(({ check }) => check);
    return [...doubtsOf(entries, unit), ...angleDoubtsOf(entries, unit, before)].filter(
      ({ line }) => !kept.includes(line),
    );
  });

  /** How many fields were filled, of how many: all that a covered check says. */
  readonly filled = computed(() => {
    const fields = this.entries().flatMap((e) => parseEntry(e, this.unit()).filter((f) => !f.kept));
    return { of: fields.length, done: fields.filter((f) => f.parsed.kind === 'value').length };
  });

  /** How this student’s lines were read last with this group of clubs. */
  readonly lastTime = computed(() => lastTimeOf(this.lesson(), this.earlier(), this.club().group));
  /** What is to be read, and how. */
  readonly plan = new PlanEdits(this, (edit) => this.edit(edit));

  /** What is saved beside the document; undefined where nothing was noted. */
  savedRecord(): CheckRecord | undefined {
    const afterLook = this.lookDocument();
    const { ownMethod } = this.judged();
    const { series: _series, ...noted } = this.record();
    const series = this.series();
    const record: CheckRecord = {
      ...noted,
      ...(series && { series }),
      ...(afterLook && { afterLook }),
      ...(ownMethod && { ownMethod }),
    };
    return Object.keys(record).length === 0 ? undefined : record;
  }

  private observationOf(entry: Entry) {
    return composeObservation(toTyped(entry, this.unit()), this.tools());
  }

  /** The line that a coached set-up is for: what is worked on, or what it reads first; null in any other. */
  readonly working = computed((): LineKey | null => {
    const lines = this.entries().map(({ line }) => line);
    if (this.circumstances()?.phase !== 'coached') return null;
    const worked = workedOn(this.lesson());
    return worked !== null && lines.includes(worked) ? worked : (lines[0] ?? null);
  });

  /** Cold checks of the same lesson follow each other without drift; those of a series are read from one line. */
  private readonly earlierToday = computed((): readonly EarlierView[] => {
    const lesson = this.lesson();
    if (lesson === null) return [];
    const series = this.series();
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
    const { earlier, prior } = this.keptKnown() ?? {
      earlier: isCold(this.circumstances())
        ? earlierOfGroup([...this.earlier(), ...this.earlierToday()], this.club().group)
        : undefined,
      prior: this.prior(),
    };
    return { ...(earlier && { earlier }), ...(prior && { prior }) };
  });

  private compose(entries: readonly Entry[], known = this.known()): CheckDocument | undefined {
    const student = this.student();
    const feet = this.feet();
    const readdressSdDeg = this.readdressSdDeg();
    if (student === null) return undefined;
    const composed = composeCheck({
      ...this.tools(),
      handedness: student.handedness,
      club: this.club(),
      target: this.target(),
      targetLine: this.targetLine(),
      startLineDeg: this.startLineDeg() ?? 0,
      judgement: this.judged().judgement,
      ...(feet && { feet }),
      ...(readdressSdDeg !== undefined && { readdressSdDeg }),
      ...known,
      readings: entries.map((e) => toTyped(e, this.unit())),
    });
    if (composed?.earlier === undefined) return composed;
    const { earlier, ...alone } = composed;
    const others = withoutCopies(earlier, composed.observations);
    return others.length === 0 ? alone : { ...composed, earlier: [...others] };
  }
}

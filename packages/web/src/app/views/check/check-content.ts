import { computed, inject, Injectable, signal } from '@angular/core';
import {
  composeCheck,
  composeObservation,
  coldChecksOf,
  earlierOf,
  earlierOfGroup,
  type EarlierView,
  isCold,
  type LastTimeView,
  judgedBy,
  type PriorDocument,
  solveReadable,
  toolsOf,
} from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type CheckView,
  type Circumstances,
  type LessonView,
  type PlaceMark,
  type Rebase,
  type StudentView,
} from '@lotrecht/records';
import { degreesFromRadians, radiansFromDegrees, targetLineUncertainty } from '@lotrecht/core';
import { Subject } from 'rxjs';
import { type Club } from '../../data/kinds/club.ts';
import { EyeStore } from '../../settings/eye.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { habitOf, isRevealed, type SeriesPlace } from '../../words/series.ts';
import { type LineKey } from '../../words/words.ts';
import { type BegunStep, workedOn } from '../../words/lesson-steps.ts';
import { contentOf, type DraftContent, FIRST_CIRCUMSTANCES, usualContent } from './draft-content.ts';
import { DEFAULT_JUDGED, type Judged } from '../../methods/judged.ts';
import { linesOfPlan, spreadOverHolds } from './holds/plan.ts';
import { NOT_BEGUN, type Run } from './holds/run.ts';
import { type Entry, type FieldKey, type LengthUnit, parseEntry, toTyped } from './readings/entry.ts';
import { angleDoubtsOf, doubtsOf } from './readings/doubts.ts';
import { losesReadings, splitKey, withField } from './readings/entry-fields.ts';
import { fieldErrorsOf } from './readings/field-errors.ts';
import { PlanEdits } from './holds/plan-edits.ts';
import { newestThought } from './finding/beside-the-page.ts';
import { lessonGroundOf, readLessonGround } from '../../lesson/lesson-ground.ts';
import { takePlannedStation } from '../../settings/planned-station.ts';
import { lastTimeOf } from './readings/last-time.ts';
import { beginningOf, readUsual } from './readings/usual-readings.ts';

/** What a check holds while it is open: what is typed, under which circumstances, and what core makes of it. */
@Injectable()
export class CheckContent {
  private readonly settings = inject(SettingsStore);
  private readonly eye = inject(EyeStore);
  private readonly typedEntries = signal<readonly Entry[]>([]);
  private readonly settledEntries = signal<readonly Entry[]>([]);
  private readonly changes = new Subject<void>();

  /** Of the check, kept or not. */
  readonly id = signal('');
  readonly student = signal<StudentView | null>(null);
  readonly lesson = signal<LessonView | null>(null);
  /** What is seen from where the lesson is held. */
  readonly marks = signal<readonly PlaceMark[]>([]);
  /** The kind of the place where the lesson is held; null where none is noted. */
  readonly placeKind = signal<Circumstances['place'] | null>(null);
  /** A stored check has been seen: nothing about it is covered any more. */
  readonly stored = signal(false);
  readonly unit = signal<LengthUnit>('mm');
  readonly club = signal<NonNullable<CheckDocument['club']>>({ group: 'mid-iron' });
  readonly target = signal<NonNullable<CheckDocument['target']>>({});
  readonly targetLine = signal<CheckDocument['targetLine']>({});
  readonly feet = signal<NonNullable<CheckDocument['feet']> | null>(null);
  /** Null for a stored check whose circumstances were not recorded: they are not made up afterwards. */
  /** The student’s own clubs. */
  readonly bag = signal<readonly Club[]>([]);
  readonly circumstances = signal<Circumstances | null>(FIRST_CIRCUMSTANCES);
  readonly judged = signal<Judged>(DEFAULT_JUDGED);
  /** What was found out about the target line afterwards; null while it stands as laid. */
  readonly rebase = signal<Rebase | null>(null);
  readonly record = signal<CheckRecord>({});
  readonly run = signal<Run>(NOT_BEGUN);
  /** Spread with which the student steps back in, degrees; undefined: the usual one. A stored check keeps its own. */
  readonly readdressSdDeg = signal<number | undefined>(undefined);
  /** Cold checks of the student before this lesson, of every club group. A stored check keeps its own. */
  readonly earlier = signal<readonly EarlierView[]>([]);
  /** What was set up for the student the last time with each group of clubs, newest first. */
  readonly lastTimes = signal<readonly LastTimeView[]>([]);
  /** What the academy’s own students say of who comes; null: the shipped prior. A stored check keeps its own. */
  readonly prior = signal<PriorDocument | null>(null);
  /** Of a stored check: what it was answered from stays with it. */
  readonly keptKnown = signal<Pick<CheckDocument, 'earlier' | 'prior'> | null>(null);

  /** The readings before a line with something typed was left out or read in another way; null with nothing to undo. */
  readonly leftOut = signal<readonly Entry[] | null>(null);

  readonly entries = this.typedEntries.asReadonly();
  /** Something was changed by hand. */
  readonly changed = this.changes.asObservable();

  /** What is read, planned and advised with. */
  readonly tools = computed(() =>
    toolsOf(this.settings.settings(), { windy: this.windy(), eyeDeg: this.eye.uncertaintyDeg() }),
  );
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

  /** What the settled readings say; recomputed at every completed field. */
  readonly solution = computed(() => {
    const document = this.compose(this.composed().lines, {});
    if (document === undefined) return null;
    const { document: bare, ...solved } = solveReadable(document, {
      rebase: this.rebase() ?? undefined,
      answer: 'tape',
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
        : ({ about: 'answer', asked: { document, rebase }, known: this.known() } as const);
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
      : solveReadable(document, { answer: 'tape' }).result;
  });

  /** A blind baseline is covered until it is revealed, so that guesses stay guesses; a series until all of it is. */
  readonly covered = computed(() => {
    const { revealed, series } = this.record();
    if (revealed === true || !isCold(this.circumstances())) return false;
    return series === undefined ? !this.stored() : !isRevealed(series, this.lesson()?.checks ?? []);
  });
  /** Set-ups of the series that this one belongs to and that are told together with it. */
  readonly toldTogether = computed(() => {
    const { series } = this.record();
    return series === undefined || this.covered() ? 1 : 1 + this.seriesBefore().length;
  });
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

  /** What is to be read, and how. */
  /** How this student’s lines were read last with this group of clubs. */
  readonly lastTime = computed(() => lastTimeOf(this.lesson(), this.earlier(), this.club().group));
  readonly plan = new PlanEdits(this, (edit) => this.edit(edit));

  /** What the hand typed, digit by digit. */
  type(key: FieldKey, text: string): void {
    this.typedEntries.update((entries) => withField(entries, key, text));
    this.touch();
  }

  /** The field is complete: left, or paused at. */
  settle(key: FieldKey): void {
    const [id, name = ''] = splitKey(key);
    const text = this.typedEntries().find((e) => e.id === id)?.fields[name] ?? '';
    const settled = this.settledEntries().find((e) => e.id === id);
    if (settled === undefined || (settled.fields[name] ?? '') === text) return;
    this.settledEntries.update((entries) => withField(entries, key, text));
  }

  /** Several fields at once, complete at once: what was tapped. */
  fill(entryId: string, fields: Entry['fields'], madeWith?: Entry['madeWith']): void {
    this.edit((entries) =>
      entries.map((e) =>
        e.id === entryId ? { ...e, fields: { ...e.fields, ...fields }, ...(madeWith && { madeWith }) } : e,
      ),
    );
  }

  settleAll(): void {
    this.settledEntries.set(this.typedEntries());
  }

  /** Changes something beside the readings. */
  set<K extends 'club' | 'target' | 'targetLine' | 'feet' | 'circumstances' | 'rebase' | 'judged' | 'run'>(
    what: K,
    value: DraftContent[K],
  ): void {
    (this[what] as unknown as { set: (value: DraftContent[K]) => void }).set(value);
    // Walking about in a check that was not begun leaves nothing behind.
    if (what !== 'run' || this.run().hold > 0) this.touch();
  }

  /** The holds are over: what was marked is read. */
  toTape(): void {
    this.set('run', { ...this.run(), phase: 'tape', startedAtMs: null });
  }

  note(change: Partial<CheckRecord>): void {
    this.record.update((record) =>
      Object.fromEntries(Object.entries({ ...record, ...change }).filter(([, value]) => value !== undefined)),
    );
    this.touch();
  }

  showDraft(draft: DraftContent): void {
    this.show(draft);
    if ((draft.record.series?.place ?? 1) === 1) return;
    const entries = this.withBases(draft.entries);
    this.typedEntries.set(entries);
    this.settledEntries.set(entries);
  }

  showStored(check: CheckView): void {
    this.readdressSdDeg.set(check.document.readdressSdDeg);
    this.keptKnown.set(check.document);
    this.show(contentOf(check));
  }

  /** A new check: the lines, ways, club and target of the last one, circumstances as the last one of the lesson. */
  showUsual(step?: BegunStep): void {
    const planned = takePlannedStation();
    const usual = beginningOf(readUsual(), planned);
    const chosen = readLessonGround(this.lesson()?.id ?? '');
    // A station that was laid for it says more than the last time.
    const [before] = planned === null ? this.lastTimes() : [];
    this.show(
      usualContent(usual, {
        chosen,
        lastTime: before && lessonGroundOf(before),
        step,
        lesson: this.lesson(),
        placeKind: this.placeKind(),
        unit: this.settings.settings().lengthUnit,
        targetLine: this.settings.targetLineAt(this.lesson()?.placeId ?? null),
      }),
    );
    const { order } = this.rules();
    // Work is read by the one line that is worked on, and quickly.
    const lines: readonly LineKey[] =
      step === 'work'
        ? [workedOn(this.lesson()) ?? this.footLine()]
        : linesOfPlan(usual.plan, { order, footLine: this.footLine(), own: usual.lines });
    const entries = spreadOverHolds(
      lines.map((line) => this.plan.entryOf(line)),
      order,
    );
    this.typedEntries.set(entries);
    this.settledEntries.set(entries);
  }

  /** The next set-up of a series: read as the one before it, its ball and marks fresh. */
  showNextOfSeries(before: DraftContent, series: SeriesPlace): void {
    this.show({ ...before, entries: [], record: { series }, run: { ...NOT_BEGUN, pace: before.run.pace } });
    const entries = before.entries.map(({ id, line, by, rod, hold, look }) => ({
      ...this.plan.entryOf(line, { by, rod }),
      id,
      hold,
      look,
    }));
    this.typedEntries.set(entries);
    this.settledEntries.set(entries);
  }

  /** Bases that were read since this set-up was begun: offered in what nobody has typed into yet. */
  private withBases(entries: readonly Entry[]): readonly Entry[] {
    return entries.map((entry) => {
      const typed = parseEntry(entry, this.unit()).some(
        ({ kept, parsed }) => !kept && parsed.kind !== 'empty',
      );
      return typed ? entry : { ...entry, fields: this.plan.entryOf(entry.line, entry).fields };
    });
  }

  /** Everything that a draft keeps. */
  snapshot(): DraftContent {
    return {
      entries: this.entries(),
      unit: this.unit(),
      club: this.club(),
      target: this.target(),
      targetLine: this.targetLine(),
      feet: this.feet(),
      circumstances: this.circumstances(),
      rebase: this.rebase(),
      judged: this.judged(),
      record: this.record(),
      run: this.run(),
    };
  }

  /** What is saved beside the document; undefined where nothing was noted. */
  savedRecord(): CheckRecord | undefined {
    const afterLook = this.lookDocument();
    const { ownMethod } = this.judged();
    const { series, ...noted } = this.record();
    const record: CheckRecord = {
      ...noted,
      // What was helped after all belongs to no blind series.
      ...(series && isCold(this.circumstances()) && { series }),
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

  /** Kept set-ups of the same series that were made before this one. */
  private readonly seriesBefore = computed(() => {
    const { series } = this.record();
    return (this.lesson()?.checks ?? []).filter(
      ({ record }) =>
        series !== undefined && record?.series?.id === series.id && record.series.place < series.place,
    );
  });

  /** Cold checks of the same lesson follow each other without drift; those of a series are read from one line. */
  private readonly earlierToday = computed((): readonly EarlierView[] => {
    const lesson = this.lesson();
    if (lesson === null) return [];
    const before = this.seriesBefore();
    return coldChecksOf(lesson.checks, lesson.heldOn).flatMap(
      (check) =>
        earlierOf(check, lesson.heldOn, {
          sameLine: before.some(({ document }) => document === check.document),
        }) ?? [],
    );
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
    return composeCheck({
      ...this.tools(),
      handedness: student.handedness,
      club: this.club(),
      target: this.target(),
      targetLine: this.targetLine(),
      judgement: this.judged().judgement,
      ...(feet && { feet }),
      ...(readdressSdDeg !== undefined && { readdressSdDeg }),
      ...known,
      readings: entries.map((e) => toTyped(e, this.unit())),
    });
  }

  /** Changes which readings there are; what was typed into the others stays as it is. */
  private edit(change: (entries: readonly Entry[]) => readonly Entry[]): void {
    this.settleAll();
    const before = this.typedEntries();
    this.typedEntries.update(change);
    if (losesReadings(before, this.typedEntries())) this.leftOut.set(before);
    this.settleAll();
    this.touch();
  }

  /** Undoes the last change that left out something typed. */
  putBack(): void {
    const before = this.leftOut();
    if (before === null) return;
    this.leftOut.set(null);
    this.typedEntries.set(before);
    this.settleAll();
    this.touch();
  }

  private touch(): void {
    this.changes.next();
  }

  private show(content: DraftContent): void {
    this.leftOut.set(null);
    this.typedEntries.set(content.entries);
    this.settledEntries.set(content.entries);
    this.unit.set(content.unit);
    this.club.set(content.club);
    this.target.set(content.target);
    this.targetLine.set(content.targetLine);
    this.feet.set(content.feet);
    this.circumstances.set(content.circumstances);
    this.rebase.set(content.rebase);
    this.judged.set(content.judged);
    this.record.set(content.record);
    this.run.set(content.run);
  }
}

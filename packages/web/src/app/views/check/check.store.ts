import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type SeriesPlace } from '@lotrecht/judging';
import { type CheckInput, type CheckView, type LessonView, type SavedCheckView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { type Begun, type Entry, type Outcome, saysTheSame } from '@lotrecht/sync';
import { defer, filter, Observable, Subject, take, takeUntil } from 'rxjs';
import { type ApiProblem } from '../../api/problem.ts';
import { type KnownBefore, type LessonAtHand } from '../../lesson/around-lesson.ts';
import { checksHere } from '../../data/checks-on-device.ts';
import { PROTOCOL, Sender } from '../../data/sender.ts';
import { type KeptState } from '../../data/stored-record.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { type BegunStep } from '../../words/lesson-steps.ts';
import { beginFromDraft, beginFromStored, beginNextOfSeries, beginUsual } from './beginnings.ts';
import { ByHand } from './by-hand.ts';
import { CheckDraft } from './check-draft.ts';
import { CheckGround, whoStandsOf } from './check-ground.ts';
import { HeldSetUp } from './held-set-up.ts';
import { CheckReadings } from './check-readings.ts';
import { CheckAnswers } from './check-answers.ts';
import { contentOf, type DraftContent, isMarkedOnly } from './draft-content.ts';
import { type FieldKey } from './readings/entry.ts';
import { unfinishedField } from './readings/field-errors.ts';
import { dropLessonGround } from '../../lesson/lesson-ground.ts';
import { basesOf } from './holds/plan-edits.ts';
import { keepUsual, readUsual } from '../../lesson/usual-readings.ts';

/** What a check is opened with. */
export interface OpenedCheck
  extends
    Pick<LessonAtHand, 'lesson' | 'student' | 'place'>,
    Partial<KnownBefore & Pick<LessonAtHand, 'bag' | 'miss'>> {
  /** The step of the lesson that a new set-up is begun in. */
  readonly step?: BegunStep | undefined;
  /** The series that a new set-up belongs to. */
  readonly series?: Pick<SeriesPlace, 'id' | 'place'> | undefined;
}

/** One check while it is open: what is typed, what core makes of it, and where it is kept. */
@Injectable()
export class CheckStore {
  private readonly sender = inject(Sender);
  private readonly settings = inject(SettingsStore);
  private readonly draft = inject(CheckDraft);
  readonly ground = inject(CheckGround);
  readonly held = inject(HeldSetUp);
  readonly readings = inject(CheckReadings);
  readonly answers = inject(CheckAnswers);

  private readonly keptState = signal<KeptState>('as-stored');
  private checkId = '';
  /** Counts what the page has gone on to: an answer of the device for another check is nobody’s. */
  private openings = 0;
  /** What came of what was asked to be kept. */
  private readonly results = new Subject<SavedCheckView | ApiProblem | null>();
  /** This page: what another has kept of the same check was not seen on it. */
  private readonly by = crypto.randomUUID();
  /** The page goes on to another check, or is left. */
  private readonly left = new Subject<void>();

  readonly stored = signal<CheckView | null>(null);
  readonly restored = signal(false);
  /** What another device kept meanwhile. */
  readonly conflict = signal<CheckView | null>(null);
  /** Seconds until the next try, while waiting for the connection. */
  readonly retryInS = this.sender.retryInS;
  readonly state = this.keptState.asReadonly();

  constructor() {
    inject(ByHand)
      .changed.pipe(takeUntilDestroyed())
      .subscribe(() => this.changed());
    this.sender.outcomes
      .pipe(
        filter(({ key, by }) => by === this.by && key.kind === KIND.check.name && key.id === this.checkId),
        takeUntilDestroyed(),
      )
      .subscribe((outcome) => this.hear(outcome));
    // A page that is left gives up waiting; what was asked to be kept goes out all the same.
    inject(DestroyRef).onDestroy(() => this.left.next());
  }

  /** Begins with what is stored, over it what was typed here and not yet kept. */
  async open(
    checkId: string,
    {
      lesson,
      student,
      place,
      step,
      series,
      bag = [],
      spreads = {},
      earlier = [],
      prior = null,
      lastTimes = [],
      balls = [],
      miss = null,
    }: OpenedCheck,
  ): Promise<void> {
    this.openings += 1;
    // What comes late of the one before is not this one’s.
    this.left.next();
    const opening = this.openings;
    // The device is asked first: once the fields are on the screen, nothing overwrites what is typed into them.
    const fetched = lesson.checks.find((c) => c.id === checkId) ?? null;
    const draft = await this.sender.change(
      { kind: KIND.check.name, id: checkId },
      { is: 'fetched', view: fetched, by: this.by },
    );
    const before = series && (await this.beforeInSeries(lesson, series.id));
    if (opening !== this.openings) return;
    const stored = this.newest(checkId, fetched);
    this.checkId = checkId;
    this.conflict.set(null);
    this.ground.open({
      id: checkId,
      lesson,
      student,
      bag,
      marks: place?.marks ?? [],
      placeKind: place?.kind ?? null,
      whoStands: whoStandsOf(stored?.document ?? { ...spreads, statureMm: student?.statureMm ?? undefined }),
      earlier,
      prior,
      lastTimes,
      balls,
      miss,
      keptKnown: stored?.document ?? null,
      stored: stored !== null,
    });
    this.stored.set(stored);
    // A set-up of a series waits for its tape: that is no surprise, and nothing to throw away.
    const isAsked = draft !== null && draft.asked !== null && draft.trouble === null;
    this.restored.set(draft !== null && !isAsked && !isMarkedOnly(draft.typed.content as DraftContent));
    if (draft !== null) this.showDraft(draft);
    else if (stored !== null) this.showStored(stored);
    else if (series !== undefined && before?.record.series !== undefined)
      this.showNextOfSeries(before, { ...before.record.series, place: series.place });
    else this.showUsual(step);
  }

  /** A set-up of a series, kept or only on this device: the others are read as it is. */
  private async beforeInSeries(lesson: LessonView, id: string): Promise<DraftContent | undefined> {
    const begun = (await checksHere(this.sender, lesson.id)).map(({ content }) => content as DraftContent);
    const kept = lesson.checks.find(({ record }) => record?.series?.id === id);
    return kept === undefined
      ? begun.find(({ record }) => record.series?.id === id)
      : { ...contentOf(kept), unit: this.ground.unit() };
  }

  /** The first field that stands in the way of keeping, with why; null when all is well. */
  obstacle(): { readonly key: FieldKey | null; readonly message: string } | null {
    this.readings.settleAll();
    const [error] = this.answers.fieldErrors();
    if (error !== undefined) return { key: error[0], message: error[1] };
    const missing = unfinishedField(this.readings.entries(), this.ground.unit());
    if (missing !== null) {
      return { key: missing.key, message: `${missing.label} is missing. Read it, or clear the line.` };
    }
    return this.answers.document() === undefined
      ? { key: null, message: 'Nothing was read yet. Type a gap, or say where a line points.' }
      : null;
  }

  /**
   * Keeps the check on the server, through trouble that passes, also where its page is left. What was typed stays on the
   * device until the server has answered, and every try of the same readings carries the same key.
   *
   * @returns what is kept; nothing where two have changed it. Fails with the problem where it is refused
   */
  save(): Observable<SavedCheckView> {
    return defer(() => {
      const input = this.input();
      this.keptState.set('saving');
      const asking = {
        content: this.draft.snapshot(),
        at: new Date().toISOString(),
        once: crypto.randomUUID(),
        by: this.by,
      };
      const key = this.key();
      const asked = this.sender.change(key, () => ({
        is: 'asked',
        said: input,
        more: null,
        ...asking,
        begun: this.over(key, input.lessonId),
      }));
      void asked.then(() => this.sender.send());
      return new Observable<SavedCheckView>((page) =>
        this.results.pipe(take(1), takeUntil(this.left)).subscribe({
          next: (result) => {
            if (result === null) page.complete();
            else if ('title' in result) page.error(result);
            else page.next(result);
          },
          complete: () => page.complete(),
        }),
      );
    });
  }

  tryNow(): void {
    this.sender.tryNow();
  }

  /** Two devices changed the check: ours is kept as the next version, theirs stays as the one before. */
  keepMine(): Observable<SavedCheckView> {
    const other = this.conflict();
    if (other !== null) this.stored.set(other);
    this.conflict.set(null);
    const chosen = { once: crypto.randomUUID(), at: new Date().toISOString(), by: this.by };
    void this.sender.change(this.key(), { is: 'mine-chosen', ...chosen });
    return this.save();
  }

  /** Two devices changed the check: what is typed here is given up for what is stored. */
  async takeTheirs(): Promise<void> {
    const other = this.conflict();
    if (other !== null) this.stored.set(other);
    this.conflict.set(null);
    await this.revert();
  }

  /** Whether there is anything that what is stored does not say. */
  isChanged(): boolean {
    const stored = this.stored();
    return stored === null || !this.says(stored);
  }

  /** What was typed says what is stored: nothing is sent, and no version is made. */
  asStored(): void {
    this.keptState.set('kept');
    this.restored.set(false);
    void this.forget();
  }

  /** What is kept of what is in the fields. */
  private input(): Omit<CheckInput, 'revision'> {
    const document = this.answers.document();
    const lesson = this.ground.lesson();
    if (document === undefined || lesson === null) throw new Error('an empty check is never saved');
    const shownResult = this.answers.solution()?.result ?? undefined;
    const rebase = this.ground.rebase();
    const circumstances = this.ground.circumstances();
    const record = this.answers.savedRecord();
    return {
      lessonId: lesson.id,
      document,
      ...(circumstances && { circumstances }),
      ...(rebase && { rebase }),
      ...(record && { record }),
      ...(shownResult && { shownResult }),
    };
  }

  /** What came of something that was sent, from this page or another. */
  private hear({ answer, entry, view }: Outcome): void {
    if (entry?.trouble?.what === 'conflict') {
      this.conflict.set(entry.trouble.theirs as CheckView);
      this.keptState.set('conflict');
      this.results.next(null);
      return;
    }
    if (answer.is === 'unknown' || answer.is === 'closed') {
      this.keptState.set('waiting');
      return;
    }
    if (answer.is === 'refused') {
      // What has been asked since goes on.
      if (entry?.trouble?.what !== 'refused') return;
      this.keptState.set('on-this-device');
      this.results.next(answer.problem as ApiProblem);
      return;
    }
    if (view === null) return;
    const saved = { differences: [], ...(view as CheckView) } as SavedCheckView;
    this.stored.set(saved);
    if (entry === null || entry.asked === null) this.saved(saved, entry === null);
  }

  /** Throws away what was typed over the stored version. */
  async revert(): Promise<void> {
    await this.forget();
    const stored = this.stored();
    if (stored !== null) this.showStored(stored);
    else this.showUsual();
    this.restored.set(false);
  }

  /** After a deletion nothing of the check stays on the device. */
  async forget(): Promise<void> {
    await this.sender.change(this.key(), { is: 'forgotten' });
  }

  /** @param isAll false: something was typed while it was on its way, and stays over what is stored now */
  private saved(saved: SavedCheckView, isAll: boolean): void {
    this.keptState.set(isAll ? 'kept' : 'on-this-device');
    this.restored.set(false);
    this.conflict.set(null);
    this.ground.keep();
    dropLessonGround(saved.lessonId);
    keepUsual({
      basesMm: { ...readUsual().basesMm, ...basesOf(this.readings.entries(), this.ground.unit()) },
      club: this.ground.club(),
      target: this.ground.target(),
      judged: this.ground.judged(),
    });
    this.results.next(saved);
  }

  private changed(): void {
    if (this.keptState() !== 'waiting') this.keptState.set('on-this-device');
    const lesson = this.ground.lesson();
    if (lesson === null) return;
    const typed = { content: this.draft.snapshot(), at: new Date().toISOString(), by: this.by };
    const key = this.key();
    void this.sender.change(key, () => ({
      is: 'typed',
      more: null,
      ...typed,
      begun: this.over(key, lesson.id),
    }));
  }

  /** What it is typed over, and what it stands on. */
  private over(key: { readonly kind: string; readonly id: string }, lessonId: string): Begun {
    const studentId = this.ground.lesson()?.studentId;
    return {
      base: this.sender.baseOf(key, key.id === this.checkId ? this.stored() : null, this.by),
      parents: [{ kind: KIND.lesson.name, id: lessonId }],
      of: { lessonId, ...(studentId !== undefined && { studentId }) },
    };
  }

  /** As it was fetched, or as it was kept from here since. */
  private newest(id: string, fetched: CheckView | null): CheckView | null {
    const kept = this.sender.answerOf({ kind: KIND.check.name, id }) as CheckView | undefined;
    return kept !== undefined && kept.revision > (fetched?.revision ?? 0) ? kept : fetched;
  }

  private showDraft(draft: Entry): void {
    beginFromDraft(this.draft, draft.typed.content as DraftContent);
    const { trouble, asked } = draft;
    if (trouble?.what === 'conflict') {
      this.conflict.set(trouble.theirs as CheckView);
      this.keptState.set('conflict');
    } else this.keptState.set(asked === null || trouble !== null ? 'on-this-device' : 'waiting');
  }

  private showStored(stored: CheckView): void {
    beginFromStored(this.draft, stored);
    this.keptState.set('kept');
  }

  private showNextOfSeries(before: DraftContent, series: SeriesPlace): void {
    beginNextOfSeries(this.draft, before, series);
    this.keptState.set('as-stored');
  }

  private showUsual(step?: BegunStep): void {
    beginUsual(this.draft, this.settings, step);
    this.keptState.set('as-stored');
  }

  /** Whether what is in the fields says what is stored. */
  private says(stored: CheckView): boolean {
    if (this.answers.document() === undefined) return false;
    const { name } = KIND.check;
    return saysTheSame(PROTOCOL.said(name, this.input()), PROTOCOL.said(name, stored));
  }

  private key(): { readonly kind: string; readonly id: string } {
    return { kind: KIND.check.name, id: this.checkId };
  }
}

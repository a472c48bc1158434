import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type SeriesPlace } from '@lotrecht/judging';
import { type CheckInput, type CheckView, type LessonView, type SavedCheckView } from '@lotrecht/records';
import { catchError, defer, EMPTY, type Observable, of, Subject, tap, throwError } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type KnownBefore, type LessonAtHand } from '../../lesson/around-lesson.ts';
import { Outbox } from '../../data/outbox.ts';
import { type KeptState } from '../../data/stored-record.ts';
import { throughTrouble } from '../../data/through-trouble.ts';
import { toProblem } from '../../api/problem.ts';
import { type CheckDraft, DraftStore } from '../../data/draft-store.ts';
import { fromDevice } from '../../device/on-device.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { type BegunStep } from '../../words/lesson-steps.ts';
import { beginFromDraft, beginFromStored, beginNextOfSeries, beginUsual } from './beginnings.ts';
import { CheckContent } from './check-content.ts';
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
  private readonly api = inject(AcademyApi);
  private readonly drafts = inject(DraftStore);
  private readonly session = inject(SessionStore);
  private readonly settings = inject(SettingsStore);
  readonly content = inject(CheckContent);

  private readonly keptState = signal<KeptState>('as-stored');
  private checkId = '';
  /** Counts what the page has gone on to: an answer of the device for another check is nobody’s. */
  private openings = 0;
  private saveKey = crypto.randomUUID();
  /** What went out last: a conflict with it is only our own save whose answer was lost. */
  private sent: string | undefined;
  private draftAt = '';
  private readonly askedToTry = new Subject<void>();

  readonly stored = signal<CheckView | null>(null);
  readonly restored = signal(false);
  /** What another device kept meanwhile. */
  readonly conflict = signal<CheckView | null>(null);
  /** Seconds until the next try, while waiting for the connection. */
  readonly retryInS = signal<number | null>(null);
  readonly state = this.keptState.asReadonly();

  constructor() {
    this.content.changed.pipe(takeUntilDestroyed()).subscribe(() => this.changed());
    // A page that is left gives up waiting; what was asked to be kept goes out from the device.
    const outbox = inject(Outbox);
    inject(DestroyRef).onDestroy(() => {
      if (this.state() === 'saving' || this.state() === 'waiting') void outbox.send();
    });
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
      readdressSdDeg,
      earlier = [],
      prior = null,
      lastTimes = [],
      balls = [],
      miss = null,
    }: OpenedCheck,
  ): Promise<void> {
    this.openings += 1;
    const opening = this.openings;
    // The device is asked first: once the fields are on the screen, nothing overwrites what is typed into them.
    const draft = await fromDevice(this.drafts.find(checkId, this.instructorId()), undefined);
    const before = series && (await this.beforeInSeries(lesson, series.id));
    if (opening !== this.openings) return;
    const stored = lesson.checks.find((c) => c.id === checkId) ?? null;
    this.checkId = checkId;
    this.content.id.set(checkId);
    this.content.lesson.set(lesson);
    this.content.student.set(student);
    this.content.bag.set(bag);
    this.content.marks.set(place?.marks ?? []);
    this.content.placeKind.set(place?.kind ?? null);
    this.content.readdressSdDeg.set(stored === null ? readdressSdDeg : stored.document.readdressSdDeg);
    this.content.earlier.set(earlier);
    this.content.prior.set(prior);
    this.content.lastTimes.set(lastTimes);
    this.content.balls.set(balls);
    this.content.miss.set(miss);
    this.content.keptKnown.set(stored?.document ?? null);
    this.content.stored.set(stored !== null);
    this.stored.set(stored);
    // A set-up of a series waits for its tape: that is no surprise, and nothing to throw away.
    this.restored.set(draft !== undefined && !isMarkedOnly(draft.content as DraftContent));
    if (draft !== undefined) this.showDraft(draft);
    else if (stored !== null) this.showStored(stored);
    else if (series !== undefined && before?.record.series !== undefined)
      this.showNextOfSeries(before, { ...before.record.series, place: series.place });
    else this.showUsual(step);
  }

  /** A set-up of a series, kept or only on this device: the others are read as it is. */
  private async beforeInSeries(lesson: LessonView, id: string): Promise<DraftContent | undefined> {
    const drafts = await fromDevice(this.drafts.ofLesson(lesson.id, this.instructorId()), []);
    const begun = drafts.map(({ content }) => content as DraftContent);
    const kept = lesson.checks.find(({ record }) => record?.series?.id === id);
    return kept === undefined
      ? begun.find(({ record }) => record.series?.id === id)
      : { ...contentOf(kept), unit: this.content.unit() };
  }

  /** The first field that stands in the way of keeping, with why; null when all is well. */
  obstacle(): { readonly key: FieldKey | null; readonly message: string } | null {
    this.content.settleAll();
    const [error] = this.content.fieldErrors();
    if (error !== undefined) return { key: error[0], message: error[1] };
    const missing = unfinishedField(this.content.entries(), this.content.unit());
    if (missing !== null) {
      return { key: missing.key, message: `${missing.label} is missing. Read it, or clear the line.` };
    }
    return this.content.document() === undefined
      ? { key: null, message: 'Nothing was read yet. Type a gap, or say where a line points.' }
      : null;
  }

  /**
   * Sends the check to the server, again and again while the trouble is one that passes. The draft stays until the
   * server has answered, and every try of the same readings carries the same key.
   */
  save(): Observable<SavedCheckView> {
    return throughTrouble(() => this.sendOnce(), {
      waiting: (seconds) => {
        this.keptState.set('waiting');
        this.retryInS.set(seconds);
      },
      askedToTry: this.askedToTry,
    }).pipe(
      catchError((error: unknown) => this.meetConflict(error)),
      tap({
        next: (saved) => this.saved(saved),
        error: () => {
          this.keptState.set('on-this-device');
          this.leaveToPerson();
        },
      }),
    );
  }

  tryNow(): void {
    this.askedToTry.next();
  }

  /** Two devices changed the check: ours is kept as the next version, theirs stays as the one before. */
  keepMine(): Observable<SavedCheckView> {
    const other = this.conflict();
    if (other !== null) this.stored.set(other);
    this.conflict.set(null);
    this.saveKey = crypto.randomUUID();
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
    return stored === null || this.said() !== saidBy(stored);
  }

  /** What was typed says what is stored: nothing is sent, and no version is made. */
  asStored(): void {
    this.keptState.set('kept');
    this.restored.set(false);
    void fromDevice(this.drafts.dropIfUnchanged(this.checkId, this.instructorId(), this.draftAt), undefined);
  }

  private sendOnce(): Observable<SavedCheckView> {
    const document = this.content.document();
    const lesson = this.content.lesson();
    if (document === undefined || lesson === null) throw new Error('an empty check is never saved');
    this.keptState.set('saving');
    this.retryInS.set(null);
    this.sent = this.said();
    const shownResult = this.content.solution()?.result ?? undefined;
    const revision = this.stored()?.revision ?? 0;
    const rebase = this.content.rebase();
    const circumstances = this.content.circumstances();
    const record = this.content.savedRecord();
    const input = {
      revision,
      lessonId: lesson.id,
      document,
      ...(circumstances && { circumstances }),
      ...(rebase && { rebase }),
      ...(record && { record }),
      ...(shownResult && { shownResult }),
    };
    this.keepDraft(lesson, input);
    return this.api.saveCheck(this.checkId, input, this.saveKey);
  }

  private meetConflict(error: unknown): Observable<SavedCheckView> {
    const problem = toProblem(error);
    if (problem.code !== 'conflict') return throwError(() => error);
    const other = problem.current as CheckView;
    if (saidBy(other) === this.sent) {
      // Our own earlier try was stored and its answer lost; what was typed since goes on top of it.
      return this.saveOnTopOf(other);
    }
    this.conflict.set(other);
    this.keptState.set('conflict');
    this.leaveToPerson();
    return EMPTY;
  }

  private saveOnTopOf(other: CheckView): Observable<SavedCheckView> {
    this.stored.set(other);
    if (saidBy(other) === this.said()) {
      return of({ ...other, differences: [] });
    }
    this.saveKey = crypto.randomUUID();
    return defer(() => this.sendOnce());
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
  forget(): Promise<void> {
    return fromDevice(this.drafts.drop(this.checkId, this.instructorId()), undefined);
  }

  private saved(saved: SavedCheckView): void {
    const movedOn = this.said() !== this.sent;
    this.stored.set(saved);
    this.keptState.set('kept');
    this.restored.set(false);
    this.saveKey = crypto.randomUUID();
    this.sent = undefined;
    this.conflict.set(null);
    this.content.stored.set(true);
    dropLessonGround(saved.lessonId);
    keepUsual({
      basesMm: { ...readUsual().basesMm, ...basesOf(this.content.entries(), this.content.unit()) },
      club: this.content.club(),
      target: this.content.target(),
      judged: this.content.judged(),
    });
    // What was typed while it was on its way stays, over what is stored now.
    if (movedOn) this.changed();
    else
      void fromDevice(
        this.drafts.dropIfUnchanged(this.checkId, this.instructorId(), this.draftAt),
        undefined,
      );
  }

  private changed(): void {
    // Readings that already went out under a key are other readings now, and take another.
    if (this.sent !== undefined) this.saveKey = crypto.randomUUID();
    if (this.keptState() !== 'waiting') this.keptState.set('on-this-device');
    const lesson = this.content.lesson();
    if (lesson !== null) this.keepDraft(lesson);
  }

  /** What was refused, or changed elsewhere, is not sent again by itself. */
  private leaveToPerson(): void {
    const lesson = this.content.lesson();
    if (lesson !== null) this.keepDraft(lesson);
  }

  /** @param asked what was asked to be kept of it */
  private keepDraft(lesson: LessonView, asked?: CheckInput): void {
    this.draftAt = new Date().toISOString();
    const draft = {
      checkId: this.checkId,
      lessonId: lesson.id,
      studentId: lesson.studentId,
      instructorId: this.instructorId(),
      revision: this.stored()?.revision ?? 0,
      content: this.content.snapshot(),
      saveKey: this.saveKey,
      ...(asked && { asked }),
      updatedAt: this.draftAt,
    };
    void fromDevice(this.drafts.keep(draft), undefined);
  }

  private showDraft(draft: CheckDraft): void {
    beginFromDraft(this.content, draft.content as DraftContent);
    this.saveKey = draft.saveKey as typeof this.saveKey;
    this.draftAt = draft.updatedAt;
    this.keptState.set('on-this-device');
  }

  private showStored(stored: CheckView): void {
    beginFromStored(this.content, stored);
    this.keptState.set('kept');
  }

  private showNextOfSeries(before: DraftContent, series: SeriesPlace): void {
    beginNextOfSeries(this.content, before, series);
    this.keptState.set('as-stored');
  }

  private showUsual(step?: BegunStep): void {
    beginUsual(this.content, this.settings, step);
    this.keptState.set('as-stored');
  }

  /** Everything that a save carries, for telling our own from another's. */
  private said(): string {
    const document = this.content.document();
    return document === undefined
      ? ''
      : saidBy({
          document,
          circumstances: this.content.circumstances(),
          rebase: this.content.rebase(),
          record: this.content.savedRecord() ?? null,
        });
  }

  private instructorId(): string {
    return this.session.session()?.instructor.id ?? '';
  }
}

/** In one order of keys: the server gives an object back in an order of its own. */
function saidBy({
  document,
  circumstances,
  rebase,
  record,
}: Pick<CheckView, 'document' | 'circumstances' | 'rebase' | 'record'>): string {
  return JSON.stringify([document, circumstances, rebase, record], (_key, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).toSorted(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
}

import { inject, Injectable, signal } from '@angular/core';
import {
  type CheckDocument,
  type CheckView,
  type Circumstances,
  type LessonView,
  type Rebase,
  type SavedCheckView,
  type StudentView,
} from '@lotrecht/contract';
import { catchError, defer, EMPTY, type Observable, of, retry, Subject, tap, throwError } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { isPassing, waitSeconds, worthTrying } from '../../api/passing-trouble.ts';
import { toProblem } from '../../api/problem.ts';
import { type CheckDraft, DraftStore } from '../../drafts/draft-store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { CheckContent, type MethodChoice } from './check-content.ts';
import { type FieldKey, unfinishedLine } from './readings/fields.ts';
import { keepUsual } from './readings/usual-readings.ts';

/** Where what is on the screen is kept. */
export type KeptState = 'nothing-typed' | 'on-this-device' | 'saving' | 'waiting' | 'conflict' | 'kept';

/** One check while it is open: what is typed, what core makes of it, and where it is kept. */
@Injectable()
export class CheckStore {
  private readonly api = inject(AcademyApi);
  private readonly drafts = inject(DraftStore);
  private readonly session = inject(SessionStore);
  private readonly content = inject(CheckContent);

  private readonly keptState = signal<KeptState>('nothing-typed');
  private checkId = '';
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

  readonly student = this.content.student.asReadonly();
  readonly lesson = this.content.lesson.asReadonly();
  readonly typed = this.content.typed;
  readonly club = this.content.club.asReadonly();
  readonly target = this.content.target.asReadonly();
  readonly targetLine = this.content.targetLine.asReadonly();
  readonly circumstances = this.content.circumstances.asReadonly();
  readonly rebase = this.content.rebase.asReadonly();
  readonly method = this.content.method.asReadonly();
  readonly document = this.content.document;
  readonly solution = this.content.solution;
  readonly asRead = this.content.asRead;
  readonly fieldErrors = this.content.fieldErrors;
  readonly complete = this.content.complete;

  /** Begins with what is stored, over it what was typed here and not yet kept. */
  async open(checkId: string, lesson: LessonView, student: StudentView): Promise<void> {
    // The device is asked first: once the fields are on the screen, nothing overwrites what is typed into them.
    const draft = await this.drafts.find(checkId, this.instructorId());
    const stored = lesson.checks.find((c) => c.id === checkId) ?? null;
    this.checkId = checkId;
    this.content.lesson.set(lesson);
    this.content.readWith(stored?.document);
    this.content.student.set(student);
    this.stored.set(stored);
    this.restored.set(draft !== undefined);
    if (draft !== undefined) this.showDraft(draft);
    else if (stored !== null) this.showStored(stored);
    else this.showUsual();
  }

  /** What the hand typed, digit by digit. */
  type(key: FieldKey, text: string): void {
    this.content.type(key, text);
    this.changed();
  }

  /** The field is complete: left, or paused at. */
  settle(key: FieldKey): void {
    this.content.settle(key);
  }

  choose(club: NonNullable<CheckDocument['club']>, target: NonNullable<CheckDocument['target']>): void {
    this.content.club.set(club);
    this.content.target.set(target);
    this.changed();
  }

  layLine(targetLine: CheckDocument['targetLine']): void {
    this.content.targetLine.set(targetLine);
    this.changed();
  }

  note(circumstances: Circumstances): void {
    this.content.circumstances.set(circumstances);
    this.changed();
  }

  judgeBy(method: MethodChoice): void {
    this.content.method.set(method);
    this.changed();
  }

  /** Corrects every line by what was found out about the target line, or with null takes the correction back. */
  correctBy(rebase: Rebase | null): void {
    this.content.rebase.set(rebase);
    this.changed();
  }

  /** The first field that stands in the way of keeping, with why; null when all is well. */
  obstacle(): { readonly key: FieldKey; readonly message: string } | null {
    this.content.settleAll();
    const [error] = this.fieldErrors();
    if (error !== undefined) return { key: error[0], message: error[1] };
    const missing = unfinishedLine(this.content.parsed());
    if (missing !== null) {
      return { key: missing.key, message: `${missing.label} is missing. Read it, or clear the line.` };
    }
    return this.document() === undefined
      ? {
          key: 'toes.leadGapMm',
          message: 'Nothing was read yet. Type the lead gap of the toes, or the face.',
        }
      : null;
  }

  /**
   * Sends the check to the server, again and again while the trouble is one that passes. The draft stays until the
   * server has answered, and every try of the same readings carries the same key.
   */
  save(): Observable<SavedCheckView> {
    return defer(() => this.sendOnce()).pipe(
      retry({ delay: (error: unknown, tries) => this.waitToRetry(error, tries) }),
      catchError((error: unknown) => this.meetConflict(error)),
      tap({
        next: (saved) => this.saved(saved),
        error: () => this.keptState.set('on-this-device'),
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

  private sendOnce(): Observable<SavedCheckView> {
    const document = this.document();
    const lesson = this.lesson();
    if (document === undefined || lesson === null) throw new Error('an empty check is never saved');
    this.keptState.set('saving');
    this.retryInS.set(null);
    this.sent = this.said();
    const shownResult = this.solution()?.result ?? undefined;
    const revision = this.stored()?.revision ?? 0;
    const rebase = this.rebase();
    const circumstances = this.circumstances();
    const input = {
      revision,
      lessonId: lesson.id,
      document,
      ...(circumstances && { circumstances }),
      ...(rebase && { rebase }),
      ...(shownResult && { shownResult }),
    };
    return this.api.saveCheck(this.checkId, input, this.saveKey);
  }

  private waitToRetry(error: unknown, tries: number): Observable<unknown> {
    if (!isPassing(toProblem(error))) return throwError(() => error);
    const seconds = waitSeconds(tries, Math.random());
    this.keptState.set('waiting');
    this.retryInS.set(Math.round(seconds));
    return worthTrying(seconds, this.askedToTry);
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
    await this.drafts.drop(this.checkId);
    const stored = this.stored();
    if (stored !== null) this.showStored(stored);
    else this.showUsual();
    this.restored.set(false);
  }

  /** After a deletion nothing of the check stays on the device. */
  forget(): Promise<void> {
    return this.drafts.drop(this.checkId);
  }

  private saved(saved: SavedCheckView): void {
    this.stored.set(saved);
    this.keptState.set('kept');
    this.restored.set(false);
    this.saveKey = crypto.randomUUID();
    this.sent = undefined;
    this.conflict.set(null);
    keepUsual(this.typed(), { club: this.club(), target: this.target(), method: this.method() });
    void this.drafts.dropIfUnchanged(this.checkId, this.draftAt);
  }

  private changed(): void {
    // Readings that already went out under a key are other readings now, and take another.
    if (this.sent !== undefined) this.saveKey = crypto.randomUUID();
    if (this.keptState() !== 'waiting') this.keptState.set('on-this-device');
    const lesson = this.lesson();
    if (lesson === null) return;
    this.draftAt = new Date().toISOString();
    void this.drafts.keep({
      checkId: this.checkId,
      lessonId: lesson.id,
      instructorId: this.instructorId(),
      revision: this.stored()?.revision ?? 0,
      fields: this.typed(),
      club: this.club(),
      target: this.target(),
      targetLine: this.targetLine(),
      circumstances: this.circumstances(),
      rebase: this.rebase(),
      method: this.method(),
      saveKey: this.saveKey,
      updatedAt: this.draftAt,
    });
  }

  private showDraft(draft: CheckDraft): void {
    this.content.showDraft(draft);
    this.saveKey = draft.saveKey as typeof this.saveKey;
    this.draftAt = draft.updatedAt;
    this.keptState.set('on-this-device');
  }

  private showStored(stored: CheckView): void {
    this.content.showStored(stored);
    this.keptState.set('kept');
  }

  private showUsual(): void {
    this.content.showUsual();
    this.keptState.set('nothing-typed');
  }

  /** Everything that a save carries, for telling our own from another's. */
  private said(): string {
    const document = this.document();
    return document === undefined
      ? ''
      : saidBy({ document, circumstances: this.circumstances(), rebase: this.rebase() });
  }

  private instructorId(): string {
    return this.session.session()?.instructor.id ?? '';
  }
}

function saidBy({
  document,
  circumstances,
  rebase,
}: Pick<CheckView, 'document' | 'circumstances' | 'rebase'>): string {
  return JSON.stringify([document, circumstances, rebase]);
}

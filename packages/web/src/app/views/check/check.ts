import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  Injector,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { fromEvent, map, type Observable, Subscription, switchMap } from 'rxjs';
import { type CheckView, type SavedCheckView } from '@lotrecht/contract';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { bearingText } from '../../ui/bearings.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { clockText } from '../../ui/dates.ts';
import { typesText } from '../../ui/keys.ts';
import { LineSummary } from '../../ui/line-summary.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { type LineKey } from '../../ui/words.ts';
import { CheckContent } from './check-content.ts';
import { CheckStore } from './check.store.ts';
import { GroundSheet } from './ground/ground-sheet.ts';
import { Circumstances } from './ground/circumstances.ts';
import { FindingPanel } from './finding/finding-panel.ts';
import { ReadingFields } from './readings/reading-fields.ts';
import { StringBoard } from './board/string-board.ts';
import { VersionList } from './version-list.ts';

@Component({
  selector: 'lo-check',
  imports: [
    LineSummary,
    MatButton,
    RouterLink,
    Circumstances,
    GroundSheet,
    FindingPanel,
    ProblemNote,
    ReadingFields,
    StringBoard,
    VersionList,
  ],
  templateUrl: './check.html',
  styleUrl: './check.scss',
  providers: [CheckContent, CheckStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckPage {
  readonly lessonId = input.required<string>();
  readonly checkId = input.required<string>();

  protected readonly store = inject(CheckStore);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly obstacle = signal<string | null>(null);
  protected readonly differences = signal<readonly string[]>([]);
  protected readonly showVersions = signal(false);
  protected readonly groundOpen = signal(false);

  protected readonly clockText = clockText;
  protected readonly bearingText = bearingText;

  protected readonly stateText = computed(() => {
    const stored = this.store.stored();
    switch (this.store.state()) {
      case 'nothing-typed':
        return 'Nothing typed yet';
      case 'saving':
        return 'Keeping …';
      case 'waiting':
        return `Not reached. Kept on this device; trying again in ${this.store.retryInS() ?? 0} s`;
      case 'conflict':
        return 'Changed elsewhere too, only on this device';
      case 'kept':
        return stored ? `Kept ${clockText(stored.savedAt)}` : 'Kept';
      case 'on-this-device':
        return stored ? 'Changed, only on this device' : 'On this device';
    }
  });

  private readonly fields = viewChild(ReadingFields);
  private readonly board = viewChild(StringBoard);
  private readonly destroyed = inject(DestroyRef);
  private readonly injector = inject(Injector);
  private saving = Subscription.EMPTY;
  private readonly settings = inject(SettingsStore);
  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly current = inject(CurrentWorkStore);

  constructor() {
    effect(() => {
      const ids = [this.lessonId(), this.checkId()] as const;
      untracked(() => this.load(...ids));
    });
    fromEvent<KeyboardEvent>(inject(DOCUMENT), 'keydown')
      .pipe(takeUntilDestroyed())
      .subscribe((event) => this.act(event));
  }

  protected load(lessonId: string, checkId: string): void {
    this.problem.set(null);
    this.showVersions.set(false);
    this.differences.set([]);
    this.settings
      .load()
      .pipe(
        switchMap(() => this.api.lesson(lessonId)),
        switchMap((lesson) =>
          this.api.student(lesson.studentId).pipe(map(({ student }) => ({ lesson, student }))),
        ),
      )
      .subscribe({
        next: ({ lesson, student }) => {
          const { id: studentId, name: studentName, handedness } = student;
          this.current.show({ studentId, studentName, handedness, lessonId, heldOn: lesson.heldOn });
          void this.store.open(checkId, lesson, student).then(() => {
            if (this.store.stored() !== null) return;
            // The fields are drawn after this turn.
            afterNextRender(() => this.fields()?.focus('toes.leadGapMm'), { injector: this.injector });
          });
        },
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  protected keep(): void {
    const obstacle = this.store.obstacle();
    this.obstacle.set(obstacle?.message ?? null);
    if (obstacle !== null) {
      this.fields()?.focus(obstacle.key);
      return;
    }
    this.follow(this.store.save());
  }

  protected linesOf({ result }: CheckView) {
    return Object.entries(result.lines).map(([key, line]) => ({ key: key as LineKey, result: line }));
  }

  protected keepMine(): void {
    this.follow(this.store.keepMine());
  }

  /** One save at a time; leaving the page stops its tries, and the draft stays. */
  private follow(save: Observable<SavedCheckView>): void {
    this.problem.set(null);
    this.saving.unsubscribe();
    this.saving = save.pipe(takeUntilDestroyed(this.destroyed)).subscribe({
      next: ({ differences }) => this.differences.set(differences),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private act(event: KeyboardEvent): void {
    if (typesText(event) || this.store.student() === null) return;
    const actions: Readonly<Record<string, () => void>> = {
      k: () => this.keep(),
      n: () => this.store.state() === 'kept' && this.nextCheck(),
      m: () => this.board()?.toggleMagnified(),
      v: () => this.store.stored() !== null && this.showVersions.update((shown) => !shown),
      o: () => this.groundOpen.update((open) => !open),
      l: () => void this.router.navigate(['/lessons', this.lessonId()]),
    };
    actions[event.key]?.();
  }

  protected nextCheck(): void {
    void this.router.navigate(['/lessons', this.lessonId(), 'checks', crypto.randomUUID()]);
  }

  protected remove(): void {
    const id = this.checkId();
    const lesson = ['/lessons', this.lessonId()];
    this.api.remove('checks', id).subscribe({
      next: () => {
        void this.store.forget();
        void this.router.navigate(lesson);
        this.undo.offer('Check', 'checks', id, () => void this.router.navigate([...lesson, 'checks', id]));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}

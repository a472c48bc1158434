import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { composeTargetLine } from '@lotrecht/judging';
import { type LessonView, type TargetLineChoice, type LastTimeView } from '@lotrecht/records';
import { formatDistance } from '@lotrecht/words';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { DEFAULT_JUDGED, judgedByMethod, methodIdOf } from '../../methods/judged.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { map, switchMap } from 'rxjs';
import { AroundLesson } from '../../lesson/around-lesson.ts';
import {
  groundOfNext,
  keepLessonGround,
  type LessonGround,
  lessonGroundOf,
} from '../../lesson/lesson-ground.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ClubAndTarget, type ClubOfCheck } from '../../ui/club-and-target.ts';
import { lineUncertaintyText, TargetLineFields } from '../../ui/target-line-fields.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { dayText } from '../../words/dates.ts';
import { CLUB_GROUPS } from '../../words/words.ts';

/** Where a lesson aims, with which club, by which method, and how the line is made: as the last time, or chosen here. */
@Component({
  selector: 'lo-lesson-line',
  imports: [
    ClubAndTarget,
    MatButton,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    ProblemNote,
    RouterLink,
    TargetLineFields,
  ],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    @if (ground(); as g) {
      <lo-club-and-target
        [club]="g.club"
        [target]="g.target"
        [bag]="bag()"
        [marks]="marks()"
        (clubChange)="chooseClub($event)"
        (targetChange)="change({ target: $event })"
      />
      <div class="row">
        <mat-form-field>
          <mat-label>Judged by</mat-label>
          <mat-select [value]="methodId()" (valueChange)="chooseMethod($event)">
            @if (methodId() === '') {
              <mat-option value="">limits of its own</mat-option>
            }
            @for (m of methods.all(); track m.id) {
              <mat-option [value]="m.id">{{ m.name }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        <p>
          {{ lineText() }}
          <button type="button" [attr.aria-expanded]="making()" (click)="making.set(!making())">
            How it is made
          </button>
        </p>
      </div>
      @if (making()) {
        <lo-target-line-fields [choice]="choice()" [eye]="eye()" (choiceChange)="make($event)" />
      }
      <p class="last">
        {{ lastText() }}
        @if (canGoBack()) {
          <button matButton="outlined" type="button" (click)="asLastTime()">As last time</button>
        }
      </p>
      <p class="tools">
        Needed first? <a routerLink="/station">Rails, square rod, sighting, mark and plan</a>
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      align-items: center;
    }
    .row button {
      min-height: 44px;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
    .last {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 14px;
      align-items: center;
    }
    .tools {
      color: var(--lo-ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonLine {
  readonly lesson = input.required<LessonView>();

  protected readonly methods = inject(MethodStore);
  private readonly around = inject(AroundLesson);
  private readonly settings = inject(SettingsStore);

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly making = signal(false);
  // Asked for again when these change, and not at everything that is kept of the lesson.
  private readonly student = computed(() => this.lesson().studentId);
  private readonly heldOn = computed(() => this.lesson().heldOn);
  private readonly placeId = computed(() => this.lesson().placeId);

  protected readonly bag = toSignal(
    toObservable(this.student).pipe(switchMap((studentId) => this.around.bag(studentId))),
    { initialValue: [] },
  );
  protected readonly marks = toSignal(
    toObservable(this.placeId).pipe(
      switchMap((placeId) => this.around.place(placeId)),
      map((place) => place?.marks ?? []),
    ),
    { initialValue: [] },
  );
  /** What the student had the last time, newest first; null until it is known. */
  private readonly lastTimes = toSignal(
    toObservable(computed(() => ({ studentId: this.student(), heldOn: this.heldOn() }))).pipe(
      switchMap((whose) => this.around.before(whose)),
      map(({ lastTimes }) => lastTimes),
    ),
    { initialValue: null },
  );

  protected readonly eye = computed(() => this.settings.settings().dominantEye);
  protected readonly choice = computed(() => this.settings.targetLineAt(this.placeId()));
  protected readonly lineText = computed(
    () =>
      `The line is good to ${lineUncertaintyText(composeTargetLine(this.choice()).budget.uncertaintyRad)}.`,
  );

  /** What the next set-up begins with; null until it is known. */
  protected readonly ground = linkedSignal((): LessonGround | null => {
    const lastTimes = this.lastTimes();
    return lastTimes === null ? null : groundOfNext(this.lesson(), lastTimes);
  });
  protected readonly methodId = computed(() => methodIdOf(this.ground()?.judged ?? DEFAULT_JUDGED));

  /** The last time with these clubs, if there was one. */
  private readonly before = computed(
    () => (this.lastTimes() ?? []).find(({ club }) => club.group === this.ground()?.club.group) ?? null,
  );
  protected readonly lastText = computed(() => {
    const before = this.before();
    const ground = this.ground();
    if (ground === null) return '';
    if (before === null) return `No blind set-up yet with the ${clubWords(ground.club)}.`;
    const { target, heldOn } = before;
    const distance =
      target.distanceM === undefined
        ? undefined
        : formatDistance(target.distanceM, this.settings.settings().distanceUnit);
    const at = [target.name, distance].filter(Boolean).join(' at ');
    const method = this.methodName(before);
    return `Last time, ${dayText(heldOn)}: ${clubWords(before.club)}${at && `, ${at}`}, ${method}.`;
  });
  protected readonly canGoBack = computed(() => {
    const [before, ground] = [this.before(), this.ground()];
    return before !== null && JSON.stringify(lessonGroundOf(before)) !== JSON.stringify(ground);
  });

  constructor() {
    this.methods.load();
  }

  protected change(part: Partial<LessonGround>): void {
    const ground = this.ground();
    if (ground === null) return;
    const changed = { ...ground, ...part };
    this.ground.set(changed);
    keepLessonGround(this.lesson().id, changed);
  }

  /** Other clubs bring their own last time along. */
  protected chooseClub(club: ClubOfCheck): void {
    const before = (this.lastTimes() ?? []).find((last) => last.club.group === club.group);
    const isOther = club.group !== this.ground()?.club.group;
    const ground = this.ground();
    if (ground === null) return;
    const { judged, ...other } = { ...ground, ...(isOther && before && lessonGroundOf(before)) };
    this.change({ ...other, club, judged: this.methods.forClubs(judged, club.group) });
  }

  protected chooseMethod(id: string): void {
    const method = this.methods.all().find((m) => m.id === id);
    const club = this.ground()?.club;
    if (method !== undefined && club !== undefined)
      this.change({ judged: judgedByMethod(method, club.group) });
  }

  protected asLastTime(): void {
    const before = this.before();
    if (before !== null) this.change(lessonGroundOf(before));
  }

  protected make(choice: TargetLineChoice): void {
    this.settings.keepTargetLine(choice, this.placeId()).subscribe({
      next: () => this.problem.set(null),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private methodName({ judgement, ownMethod }: LastTimeView): string {
    const id = judgement.method?.id ?? ownMethod?.id;
    return this.methods.all().find((m) => m.id === id)?.name ?? ownMethod?.name ?? 'limits of its own';
  }
}

function clubWords({ group, name }: ClubOfCheck): string {
  return name ?? CLUB_GROUPS[group].toLowerCase();
}

import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { composeTargetLine, type LastTimeView } from '@lotrecht/judging';
import { type LessonView, type PlaceMark, type PlaceView, type TargetLineChoice } from '@lotrecht/records';
import { formatDistance } from '@lotrecht/words';
import { catchError, of } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { type Club, CLUB } from '../../data/kinds/club.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { RecordApi } from '../../data/record-api.ts';
import { DEFAULT_JUDGED, judgedBy, methodIdOf } from '../../methods/judged.ts';
import { MethodStore } from '../../methods/method.store.ts';
import {
  groundOfCheck,
  keepLessonGround,
  type LessonGround,
  lessonGroundOf,
  readLessonGround,
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
  private readonly api = inject(AcademyApi);
  private readonly records = inject(RecordApi);
  private readonly mirror = inject(Mirror);
  private readonly settings = inject(SettingsStore);

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly bag = signal<readonly Club[]>([]);
  protected readonly marks = signal<readonly PlaceMark[]>([]);
  protected readonly making = signal(false);
  /** What the student had the last time, newest first; null until it is known. */
  private readonly lastTimes = signal<readonly LastTimeView[] | null>(null);
  /** What was chosen here. */
  private readonly chosen = signal<LessonGround | null>(null);

  protected readonly eye = computed(() => this.settings.settings().dominantEye);
  protected readonly choice = computed(() => this.settings.targetLineAt(this.lesson().placeId));
  protected readonly lineText = computed(
    () =>
      `The line is good to ${lineUncertaintyText(composeTargetLine(this.choice()).budget.uncertaintyRad)}.`,
  );

  protected readonly ground = computed((): LessonGround | null => {
    const lastTimes = this.lastTimes();
    if (lastTimes === null) return null;
    const last = this.lesson().checks.at(-1);
    const [before] = lastTimes;
    return (
      this.chosen() ??
      (last && groundOfCheck(last)) ??
      (before && lessonGroundOf(before)) ?? {
        club: { group: 'mid-iron' },
        target: {},
        judged: DEFAULT_JUDGED,
      }
    );
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
    effect(() => {
      const { id, studentId, heldOn } = this.lesson();
      untracked(() => this.load(id, studentId, heldOn));
    });
    effect(() => {
      const { placeId } = this.lesson();
      untracked(() => this.look(placeId));
    });
  }

  private load(id: string, studentId: string, heldOn: string): void {
    this.chosen.set(readLessonGround(id));
    this.api
      .known(studentId, heldOn)
      // Without a connection the last time is not known; the fields are there all the same.
      .pipe(catchError(() => of({ lastTimes: [] })))
      .subscribe(({ lastTimes }) => this.lastTimes.set(lastTimes));
    this.records
      .all<Club>(CLUB, { student: studentId })
      .pipe(catchError(() => of([])))
      .subscribe((clubs) => this.bag.set(clubs));
  }

  /** What is seen from the place. */
  private look(placeId: string | null): void {
    this.marks.set([]);
    if (placeId === null) return;
    this.mirror
      .one<PlaceView>(PLACE, placeId)
      .pipe(catchError(() => of(null)))
      .subscribe((place) => this.marks.set(place?.marks ?? []));
  }

  protected change(part: Partial<LessonGround>): void {
    const ground = this.ground();
    if (ground === null) return;
    const changed = { ...ground, ...part };
    this.chosen.set(changed);
    keepLessonGround(this.lesson().id, changed);
  }

  /** Other clubs bring their own last time along. */
  protected chooseClub(club: ClubOfCheck): void {
    const before = (this.lastTimes() ?? []).find((last) => last.club.group === club.group);
    const isOther = club.group !== this.ground()?.club.group;
    this.change({ ...(isOther && before && lessonGroundOf(before)), club });
  }

  protected chooseMethod(id: string): void {
    const method = this.methods.all().find((m) => m.id === id);
    if (method !== undefined) this.change({ judged: judgedBy(method) });
  }

  protected asLastTime(): void {
    const before = this.before();
    if (before !== null) this.change(lessonGroundOf(before));
  }

  protected make(choice: TargetLineChoice): void {
    this.settings.keepTargetLine(choice, this.lesson().placeId).subscribe({
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

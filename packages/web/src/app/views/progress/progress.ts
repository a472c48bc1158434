import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { latestForecast, type LineProgress, linesOfChecks } from '@lotrecht/judging';
import { type MeasuredLineView, type StudentView } from '@lotrecht/records';
import { DAY_MS, LINE_NAMES, sideSign } from '@lotrecht/core';
import { unparse } from 'papaparse';
import { forkJoin, map, Subscription } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { computeProgress, type ProgressSoFar } from '../../progress/progress-computation.ts';
import { levelOf, levelsBeside, type MatrixCell, matrixOf } from '../../progress/levels.ts';
import { choiceText, clubText, tendencyOf } from '../../progress/progress-words.ts';
import { type Told } from '../../words/aims.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { dayText, localDay } from '../../words/dates.ts';
import { LevelMatrix } from '../../ui/level-matrix.ts';
import { DayField } from '../../ui/day-field.ts';
import { Why } from '../../ui/why.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { RoutineOverTime } from '../../ui/routine-over-time.ts';
import { LINE_TITLES } from '../../words/words.ts';
import { type Asked, askedOf, firstAsked, nearestAsked, sameAsked } from './asked.ts';
import { BallByClubs } from './ball-by-clubs.ts';
import { comparableOf, compareLessons } from './comparison.ts';
import { LessonTable } from './lesson-table.ts';
import { LinePicture } from './line-picture.ts';
import { LevelsBeside } from './levels-beside.ts';
import { overlaysOf } from './overlays.ts';
import { MissAndAngle } from './miss-and-angle.ts';
import { sentencesOf, tableOf } from './progress-rows.ts';
import { pngOf, saveFile } from '../../ui/save-file.ts';

/** A forecast of four weeks: a series of lessons. */
const FORECAST_DAYS = 28;

/** What can be laid over besides other set-ups. */
const FELT = 'felt';

/** Angles over lessons, and whether a change is real. */
@Component({
  selector: 'lo-progress',
  imports: [
    BallByClubs,
    DayField,
    LessonTable,
    LevelMatrix,
    LevelsBeside,
    LinePicture,
    MatButton,
    MissAndAngle,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    ProblemNote,
    RouterLink,
    RoutineOverTime,
    Why,
  ],
  templateUrl: './progress.html',
  styleUrl: './progress.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProgressPage {
  readonly studentId = input.required<string>();
  /** From the address, as when a matrix cell or a flag leads here. */
  readonly line = input<string>();
  readonly clubs = input<string>();

  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly current = inject(CurrentWorkStore);
  private readonly settings = inject(SettingsStore);
  private computing = Subscription.EMPTY;
  private readonly picture = viewChild<LinePicture>('large');

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly student = signal<StudentView | null>(null);
  protected readonly rows = signal<readonly MeasuredLineView[]>([]);
  protected readonly soFar = signal<ProgressSoFar | null>(null);
  protected readonly loaded = signal(false);
  /** Other circumstances laid over the picture, by their words. */
  private readonly laidOver = signal<ReadonlySet<string>>(new Set());
  protected readonly showFelt = signal(false);
  /** Why a day that was chosen is none of a forecast. */
  protected readonly forecastSlip = signal<string | null>(null);
  protected readonly forecastOn = signal(localDay(new Date(Date.now() + FORECAST_DAYS * DAY_MS)));
  /** Two lessons of any kind that are to be compared. */
  protected readonly compared = signal<readonly [string, string]>(['', '']);

  protected readonly dayText = dayText;

  /** Drawn once, when everything is there: series by series the page would be drawn again and again. */
  private readonly all = signal<readonly LineProgress[]>([]);
  protected readonly busy = computed(() => {
    const soFar = this.soFar();
    return soFar !== null && soFar.done < soFar.of;
  });

  private readonly first = computed(() => firstAsked(this.all(), this.line(), this.clubs()));
  protected readonly asked = linkedSignal<Asked | null, Asked | null>({
    source: () => this.first(),
    computation: (first, before) => before?.value ?? first,
  });

  protected readonly shown = computed(() => {
    const asked = this.asked();
    return asked === null ? null : (this.all().find((p) => sameAsked(askedOf(p), asked)) ?? null);
  });

  protected readonly lines = computed(() =>
    LINE_NAMES.filter((line) => this.all().some((p) => p.choice.line === line)).map((line) => ({
      line,
      title: LINE_TITLES[line],
      chosen: line === this.asked()?.line,
    })),
  );
  protected readonly groups = computed(() => {
    const { line } = this.asked() ?? {};
    const of = new Set(this.all().flatMap((p) => (p.choice.line === line ? [p.choice.clubGroup] : [])));
    return [...of].map((group) => ({
      group,
      title: clubText(group),
      chosen: group === this.asked()?.clubGroup,
    }));
  });
  protected readonly kinds = computed(() => {
    const { line, clubGroup } = this.asked() ?? {};
    return this.all()
      .filter((p) => p.choice.line === line && p.choice.clubGroup === clubGroup)
      .map((p) => ({
        kind: choiceText(p.choice),
        lessons: p.track.lessons.length,
        chosen: choiceText(p.choice) === this.asked()?.kind,
      }));
  });

  protected readonly tendency = computed(() => {
    const [shown, student] = [this.shown(), this.student()];
    return shown === null || student === null ? null : tendencyOf(shown, this.toldFor(student));
  });

  /** The same line and clubs under other circumstances, each to be laid over by its shape. */
  protected readonly overlays = computed(() => {
    const shown = this.shown();
    return shown === null ? [] : overlaysOf(this.all(), shown, this.laidOver());
  });

  protected readonly overlaid = computed(() => [
    ...this.overlays().flatMap(({ kind, on }) => (on ? [kind] : [])),
    ...(this.showFelt() ? [FELT] : []),
  ]);

  /** Felt aim of each lesson on the axis of the line. */
  private readonly felt = computed(() => {
    const [shown, student] = [this.shown(), this.student()];
    if (shown === null || student === null) return [];
    const side = sideSign(student.handedness);
    return this.rows()
      .filter((r) => r.feltDeg !== null && shown.lessons.some((l) => l.checkIds.includes(r.checkId)))
      .filter((r) => r.line === shown.choice.line)
      .map((r) => ({ date: r.heldOn, deg: side * (r.feltDeg ?? 0) }));
  });
  protected readonly felts = FELT;
  protected readonly hasFelt = computed(() => this.felt().length > 0);

  protected readonly drawing = computed(() => {
    const progress = this.shown();
    return progress === null
      ? null
      : {
          progress,
          overlays: this.overlays().filter((o) => o.on),
          felt: this.showFelt() ? this.felt() : [],
        };
  });

  /** Every line of the same clubs and kind, small, beside each other. */
  protected readonly multiples = computed(() => {
    const asked = this.asked();
    return LINE_NAMES.flatMap((line) => {
      const progress = this.all().find(
        (p) =>
          p.choice.line === line &&
          p.choice.clubGroup === asked?.clubGroup &&
          choiceText(p.choice) === asked?.kind,
      );
      return progress === undefined
        ? []
        : [
            {
              line,
              title: LINE_TITLES[line],
              level: levelOf(progress, this.student()?.handedness ?? 'right'),
              drawing: { progress, overlays: [], felt: [] },
            },
          ];
    });
  });

  protected readonly matrix = computed(() => matrixOf(this.all(), this.student()?.handedness ?? 'right'));

  protected readonly beside = computed(() => {
    const [shown, student] = [this.shown(), this.student()];
    return shown === null || student === null ? [] : levelsBeside(this.all(), shown, student.handedness);
  });

  protected readonly table = computed(() => {
    const shown = this.shown();
    return shown === null ? [] : tableOf(shown);
  });
  protected readonly comparing = signal(false);

  protected readonly sentences = computed(() => {
    const shown = this.shown();
    const student = this.student();
    return shown === null || student === null ? [] : sentencesOf(shown, this.toldFor(student));
  });

  /** Every lesson of the line and clubs, whatever its kind, for a comparison of two. */
  protected readonly comparable = computed(() => {
    const { line, clubGroup } = this.asked() ?? {};
    return comparableOf(this.all().filter((p) => p.choice.line === line && p.choice.clubGroup === clubGroup));
  });

  /** The difference of two lessons, or why they are not compared. */
  protected readonly comparison = computed(() => {
    const [from, to] = this.compared().map((key) => this.comparable().find((c) => c.key === key));
    return compareLessons(from, to);
  });

  constructor() {
    effect(() => {
      const id = this.studentId();
      untracked(() => this.load(id));
    });
  }

  protected load(id: string): void {
    this.problem.set(null);
    this.computing.unsubscribe();
    if (this.student()?.id !== id) this.clear();
    this.computing = forkJoin({
      student: this.api.student(id).pipe(map(({ student }) => student)),
      rows: this.api.lines(id).pipe(map(linesOfChecks)),
    }).subscribe({
      next: ({ student, rows }) => {
        this.student.set(student);
        this.rows.set(rows);
        this.loaded.set(true);
        this.current.show({ studentId: id, studentName: student.name, handedness: student.handedness });
        this.compute();
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  /** Nothing of the one before stands under the address of another. */
  private clear(): void {
    this.student.set(null);
    this.rows.set([]);
    this.all.set([]);
    this.soFar.set(null);
    this.loaded.set(false);
  }

  /** Also when the day of the forecast moves. */
  protected compute(): void {
    const student = this.student();
    if (student === null) return;
    this.computing.unsubscribe();
    const question = {
      rows: this.rows(),
      handedness: student.handedness,
      forecastOn: this.forecastOn(),
    };
    this.computing = computeProgress(question).subscribe({
      next: (soFar) => {
        this.soFar.set(soFar);
        if (soFar.done === soFar.of) this.all.set(soFar.all);
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected cancel(): void {
    this.computing.unsubscribe();
    this.soFar.update((soFar) => soFar && { ...soFar, of: soFar.done });
    this.all.set(this.soFar()?.all ?? []);
  }

  protected forecast(day: string): void {
    const last = this.rows().at(-1)?.heldOn ?? day;
    const farthest = latestForecast(last);
    this.forecastSlip.set(
      day < last
        ? `Choose a day from the last lesson on: ${dayText(last)}.`
        : day > farthest
          ? `Nothing is foretold beyond ${dayText(farthest)}. Choose an earlier day.`
          : null,
    );
    if (this.forecastSlip() !== null) return;
    this.forecastOn.set(day);
    this.compute();
  }

  protected ask(change: Partial<Asked>): void {
    const asked = this.asked();
    if (asked === null) return;
    const wanted = { ...asked, ...change };
    const near = nearestAsked(this.all(), wanted);
    if (near !== null) this.asked.set(near);
  }

  protected askFor({ choice }: MatrixCell): void {
    this.ask(askedOf({ choice }));
  }

  protected layOver(kinds: readonly string[]): void {
    this.showFelt.set(kinds.includes(FELT));
    this.laidOver.set(new Set(kinds.filter((kind) => kind !== FELT)));
  }

  protected compare(which: 0 | 1, key: string): void {
    this.compared.update(([a, b]) => (which === 0 ? [key, b] : [a, key]));
  }

  /** A point of the picture opens the check behind it. */
  protected open(lesson: number): void {
    const of = this.shown()?.lessons[lesson];
    if (of === undefined) return;
    void this.router.navigate(['/lessons', of.lessonId, 'checks', of.checkIds[0]]);
  }

  protected saveCsv(): void {
    const shown = this.shown();
    if (shown === null) return;
    const rows = shown.track.lessons.map((lesson) => ({
      date: lesson.date,
      n: lesson.n,
      meanDeg: lesson.mean,
      levelDeg: lesson.filtered.levelDeg,
      levelStandardDeviationDeg: lesson.filtered.standardDeviationDeg,
      probabilityInTolerance: lesson.filtered.probabilityInTolerance,
    }));
    saveFile(`${this.fileName()}.csv`, 'text/csv', unparse(rows, { escapeFormulae: true, newline: '\r\n' }));
  }

  protected saveSvg(): void {
    saveFile(`${this.fileName()}.svg`, 'image/svg+xml', this.picture()?.picture().svg ?? '');
  }

  protected async savePng(): Promise<void> {
    const { svg, width, height } = this.picture()?.picture() ?? { svg: '', width: 0, height: 0 };
    const paper = getComputedStyle(document.body).backgroundColor;
    saveFile(`${this.fileName()}.png`, 'image/png', await pngOf(svg, width, height, paper));
  }

  private toldFor({ handedness }: StudentView): Told {
    return { handedness, unit: this.settings.settings().distanceUnit };
  }

  private fileName(): string {
    const asked = this.asked();
    return `lotrecht-${asked?.line ?? 'line'}-${asked?.clubGroup ?? 'club'}`;
  }
}

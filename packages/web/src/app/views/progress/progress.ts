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
import {
  changeOf,
  type ClubGroup,
  type LineProgress,
  type MeasuredLineView,
  sameCircumstances,
  type StudentView,
} from '@lotrecht/contract';
import { LINE_NAMES } from '@lotrecht/core';
import { unparse } from 'papaparse';
import { forkJoin, map, Subscription } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { dayText, localDay } from '../../ui/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { CLUB_GROUPS, LINE_TITLES, type LineKey, percentText } from '../../ui/words.ts';
import { LinePicture } from './line-picture.ts';
import { computeProgress, type ProgressSoFar } from '../../progress/progress-computation.ts';
import {
  changeText,
  choiceText,
  clubText,
  meanText,
  sideOf,
  tendencyText,
  turnText,
} from '../../progress/progress-words.ts';
import { pngOf, saveFile } from './save-file.ts';

const DAY_MS = 86_400_000;
/** A forecast of four weeks: a series of lessons. */
const FORECAST_DAYS = 28;
const COVERAGE_FACTOR = 1.959964;
const NEWEST_LESSONS = 30;

/** What is asked for: a line, a group of clubs, and one kind of set-up. */
interface Asked {
  readonly line: LineKey;
  readonly clubGroup: ClubGroup | null;
  readonly kind: string;
}

/** Angles over lessons, and whether a change is real. */
@Component({
  selector: 'lo-progress',
  imports: [LinePicture, MatButton, ProblemNote, RouterLink],
  templateUrl: './progress.html',
  styleUrl: './progress.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProgressPage {
  readonly studentId = input.required<string>();
  /** From the address, as when a matrix cell or a flag leads here. */
  readonly line = input<string>();

  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly current = inject(CurrentWorkStore);
  private computing = Subscription.EMPTY;
  private readonly picture = viewChild<LinePicture>('large');

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly student = signal<StudentView | null>(null);
  private readonly rows = signal<readonly MeasuredLineView[]>([]);
  protected readonly soFar = signal<ProgressSoFar | null>(null);
  protected readonly loaded = signal(false);
  protected readonly showCoached = signal(false);
  protected readonly showFelt = signal(false);
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

  /** Cold comes first where there is any: it is the level that counts. */
  private readonly first = computed((): Asked | null => {
    // What was lost comes first, and the feet before other lines.
    const lost = this.all().find((p) => p.track.flags.at(-1)?.code === 'relapse' && isNewest(p));
    const wanted = this.line() ?? lost?.choice.line ?? 'toes';
    const ranked = this.all().toSorted((a, b) => rank(a, wanted) - rank(b, wanted));
    const [best] = ranked;
    return best === undefined ? null : askedOf(best);
  });
  protected readonly asked = linkedSignal<Asked | null, Asked | null>({
    source: () => this.first(),
    computation: (first, before) => before?.value ?? first,
  });

  protected readonly shown = computed(() => {
    const asked = this.asked();
    return asked === null ? null : (this.all().find((p) => same(askedOf(p), asked)) ?? null);
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
    return shown === null || student === null ? '' : tendencyText(shown, student.handedness);
  });

  /** The same line coached at the same place, to be laid over. */
  private readonly coached = computed(() => {
    const shown = this.shown();
    if (shown === null) return null;
    const { line, clubGroup, circumstances } = shown.choice;
    return (
      this.all().find(
        ({ choice: c }) =>
          c.line === line &&
          c.clubGroup === clubGroup &&
          c.circumstances.phase === 'coached' &&
          c.circumstances.place === circumstances.place,
      ) ?? null
    );
  });
  protected readonly hasCoached = computed(
    () => this.coached() !== null && this.shown()?.choice.circumstances.phase !== 'coached',
  );

  /** Felt aim of each lesson on the axis of the line. */
  private readonly felt = computed(() => {
    const [shown, student] = [this.shown(), this.student()];
    if (shown === null || student === null) return [];
    const side = student.handedness === 'right' ? 1 : -1;
    return this.rows()
      .filter((r) => r.feltDeg !== null && shown.lessons.some((l) => l.checkIds.includes(r.checkId)))
      .filter((r) => r.line === shown.choice.line)
      .map((r) => ({ date: r.heldOn, deg: side * (r.feltDeg ?? 0) }));
  });
  protected readonly hasFelt = computed(() => this.felt().length > 0);

  protected readonly drawing = computed(() => {
    const progress = this.shown();
    return progress === null
      ? null
      : {
          progress,
          coached: this.showCoached() && this.hasCoached() ? this.coached() : null,
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
              level: this.levelOf(progress),
              drawing: { progress, coached: null, felt: [] },
            },
          ];
    });
  });

  /** Lines against groups of clubs, cold: where a student stands at one glance. */
  protected readonly matrix = computed(() => {
    const cold = this.all().filter(
      ({ choice: { circumstances: c } }) => c.phase === 'baseline' && c.help === 'blind',
    );
    const groups = (Object.keys(CLUB_GROUPS) as ClubGroup[]).filter((g) =>
      cold.some((p) => p.choice.clubGroup === g),
    );
    return {
      groups: groups.map((g) => CLUB_GROUPS[g]),
      rows: LINE_NAMES.filter((line) => cold.some((p) => p.choice.line === line)).map((line) => ({
        title: LINE_TITLES[line],
        cells: groups.map((group) => {
          const progress = cold.find((p) => p.choice.line === line && p.choice.clubGroup === group);
          return progress === undefined ? null : { ...this.levelOf(progress), asked: askedOf(progress) };
        }),
      })),
    };
  });

  protected readonly table = computed(() => {
    const shown = this.shown();
    if (shown === null) return [];
    const { line } = shown.choice;
    return shown.track.lessons.map((lesson, i) => {
      const change = shown.track.changes[i - 1];
      const flag = shown.track.flags.find((f) => f.date === lesson.date)?.code ?? '';
      return {
        date: lesson.date,
        lessonId: shown.lessons[i]?.lessonId ?? '',
        count: lesson.n,
        mean: turnText(line, lesson.mean),
        level: `${turnText(line, lesson.banded.levelDeg)} ± ${(COVERAGE_FACTOR * lesson.banded.standardDeviationDeg).toFixed(1)}°`,
        inTolerance: percentText(lesson.banded.probabilityInTolerance),
        change: change === undefined ? '' : changeText(line, change),
        flag,
      };
    });
  });

  protected readonly wholeTable = signal(false);
  /** The newest lessons; years of them are asked for. */
  protected readonly tableShown = computed(() =>
    this.wholeTable() ? this.table() : this.table().slice(-NEWEST_LESSONS),
  );
  protected readonly comparing = signal(false);

  /** What is kept, lost and felt, where there is something to say. */
  protected readonly sentences = computed(() => {
    const shown = this.shown();
    if (shown === null) return [];
    const { line } = shown.choice;
    const { felt, cueGives, lost, readdress, forecast } = shown;
    return [
      ...(felt === null
        ? []
        : [`Feels turned from where they are by ${meanText(line, felt, 'times asked')}.`]),
      ...(cueGives === null ? [] : [`The cue turns the line by ${meanText(line, cueGives, 'lessons')}.`]),
      ...(lost === null ? [] : [`Until the next lesson it goes ${meanText(line, lost, 'lessons')}.`]),
      readdress.learned
        ? `Steps in again within ${readdress.sdDeg.toFixed(1)}° (standard deviation, this student’s own).`
        : `Steps in again within ${readdress.sdDeg.toFixed(1)}°: the usual, until five more reps are read.`,
      `On ${dayText(forecast.date)}: ${turnText(line, forecast.levelDeg)} ± ${forecast.halfDeg.toFixed(1)}°, in tolerance with ${percentText(forecast.probabilityInTolerance)}.`,
    ];
  });

  /** Every lesson of the line and clubs, whatever its kind, for a comparison of two. */
  protected readonly comparable = computed(() => {
    const { line, clubGroup } = this.asked() ?? {};
    return this.all()
      .filter((p) => p.choice.line === line && p.choice.clubGroup === clubGroup)
      .flatMap((p) =>
        p.track.lessons.map((lesson) => ({
          key: `${lesson.date} ${choiceText(p.choice)}`,
          date: lesson.date,
          progress: p,
        })),
      )
      .toSorted((a, b) => (a.key < b.key ? -1 : 1));
  });

  /** The difference of two lessons, or why they are not compared. */
  protected readonly comparison = computed(() => {
    const [from, to] = this.compared().map((key) => this.comparable().find((c) => c.key === key));
    if (from === undefined || to === undefined || from === to) return null;
    if (!sameCircumstances(from.progress.choice.circumstances, to.progress.choice.circumstances)) {
      return {
        refused: true,
        text: `Not compared: one was “${choiceText(from.progress.choice)}”, the other “${choiceText(to.progress.choice)}”. A set-up made with help, or at another place, says nothing about one without.`,
      };
    }
    const change = changeOf(from.progress, from.date, to.date);
    return change === null
      ? null
      : {
          refused: false,
          text: `${dayText(from.date)} to ${dayText(to.date)}: ${changeText(from.progress.choice.line, change)}.`,
        };
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
    this.computing = forkJoin({
      student: this.api.student(id).pipe(map(({ student }) => student)),
      rows: this.api.lines(id),
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
    const last = this.rows().at(-1)?.heldOn ?? '';
    if (day < last) return;
    this.forecastOn.set(day);
    this.compute();
  }

  protected ask(change: Partial<Asked>): void {
    const asked = this.asked();
    if (asked === null) return;
    const wanted = { ...asked, ...change };
    const exact = this.all().find((p) => same(askedOf(p), wanted));
    // Where the new line or clubs were never read under this kind, the kind with most lessons stands in.
    const near =
      exact ??
      this.all().find((p) => p.choice.line === wanted.line && p.choice.clubGroup === wanted.clubGroup) ??
      this.all().find((p) => p.choice.line === wanted.line);
    if (near !== undefined) this.asked.set(askedOf(near));
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
      levelDeg: lesson.banded.levelDeg,
      levelStandardDeviationDeg: lesson.banded.standardDeviationDeg,
      probabilityInTolerance: lesson.banded.probabilityInTolerance,
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

  private fileName(): string {
    const asked = this.asked();
    return `lotrecht-${asked?.line ?? 'line'}-${asked?.clubGroup ?? 'club'}`;
  }

  private levelOf(progress: LineProgress) {
    const { levelDeg, standardDeviationDeg, probabilityInTolerance } = progress.track.lessons.at(-1)
      ?.banded ?? {
      levelDeg: 0,
      standardDeviationDeg: 0,
      probabilityInTolerance: 0,
    };
    const handedness = this.student()?.handedness ?? 'right';
    return {
      text: `${turnText(progress.choice.line, levelDeg)}${Math.abs(levelDeg) < 0.05 ? '' : ` (${sideOf(levelDeg, handedness)})`}`,
      half: `± ${(COVERAGE_FACTOR * standardDeviationDeg).toFixed(1)}°`,
      verdict: probabilityInTolerance >= 0.95 ? 'in' : probabilityInTolerance <= 0.05 ? 'out' : 'open',
      lessons: progress.track.lessons.length,
    };
  }
}

function askedOf({ choice }: LineProgress): Asked {
  return { line: choice.line, clubGroup: choice.clubGroup, kind: choiceText(choice) };
}

function same(a: Asked, b: Asked): boolean {
  return a.line === b.line && a.clubGroup === b.clubGroup && a.kind === b.kind;
}

/** The last flag belongs to the last lesson. */
function isNewest({ track }: LineProgress): boolean {
  return track.flags.at(-1)?.date === track.lessons.at(-1)?.date;
}

/** Cold before anything else, the line that was asked for before others, then many lessons. */
function rank({ choice, track }: LineProgress, wanted: string): number {
  const isCold = choice.circumstances.phase === 'baseline' && choice.circumstances.help === 'blind';
  return (choice.line === wanted ? 0 : 2000) + (isCold ? 0 : 1000) - track.lessons.length;
}

import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import {
  daysOfPlan,
  isCold,
  looksAway,
  type Moment,
  ONE_THINGS,
  type OneThing,
  oneThingsOf,
  startsAside,
  toldChecks,
  type Weekday,
  WEEKDAYS,
} from '@lotrecht/judging';
import { type Drill, drillOf, drillsFor, drillSizes, isPlayedAt } from '@lotrecht/paper';
import { type PracticePlanInput } from '@lotrecht/records';
import { type LineKey, ONE_THING_WORDS } from '@lotrecht/words';
import { catchError, EMPTY, forkJoin, map, merge, type Observable, of, switchMap, tap } from 'rxjs';
import { Caution } from '../../safety/caution.ts';
import { TakeHomeApi } from '../../api/take-home-api.ts';
import { runAnswer } from '../../balls/run-computation.ts';
import { BALL_RUN, type BallRun } from '../../data/kinds/ball-run.ts';
import { PRACTICE_PLAN, type PracticePlan } from '../../data/kinds/practice-plan.ts';
import { RecordApi } from '../../data/record-api.ts';
import { stored } from '../../data/stored-record.ts';
import { type LessonAtHand } from '../../lesson/around-lesson.ts';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { openedLesson } from '../../lesson/opened-lesson.ts';
import { COURSE, type Course } from '../../data/kinds/course.ts';
import { DrillCard } from '../../practice/drill-card.ts';
import { OwnDrillsStore } from '../../practice/own-drills.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { saveFile } from '../../ui/save-file.ts';
import { Why } from '../../ui/why.ts';
import { localDay } from '../../words/dates.ts';
import { LINE_TITLES } from '../../words/words.ts';
import {
  DAY_TITLES,
  LINES,
  MINUTES,
  OFFERED,
  planned,
  REMINDERS,
  REPS,
  weekdaysOf,
  WEEKS,
  weeksOf,
  whyOf,
  withOwn,
  type Plan,
} from './plan-choices.ts';
import { PlanWeeks } from './plan-weeks.ts';

/** What the student practises until the next lesson: the one thing, drills that fit it, days, and how it is led. */
@Component({
  selector: 'lo-plan',
  imports: [
    Caution,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    DrillCard,
    PlanWeeks,
    ProblemNote,
    RecordTrouble,
    RouterLink,
    Why,
  ],
  templateUrl: './plan.html',
  styleUrl: './plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanOfLesson {
  readonly lessonId = input.required<string>();

  private readonly records = inject(RecordApi);
  private readonly home = inject(TakeHomeApi);

  protected readonly lesson = openedLesson(this.lessonId, 'home', (atHand) => this.loadPlans(atHand));
  protected readonly atHand = this.lesson.atHand;
  protected readonly problem = this.lesson.problem;
  protected readonly record = stored(PRACTICE_PLAN);
  protected readonly kept = computed(() => this.record.state() === 'kept');
  /** What is on the screen is what the server has. */
  protected readonly asKept = computed(
    () => this.kept() || (this.record.state() === 'as-stored' && this.record.stored() !== null),
  );
  protected readonly busy = computed(() => ['saving', 'waiting'].includes(this.record.state()));

  protected readonly words = ONE_THING_WORDS;
  protected readonly lineTitles = LINE_TITLES;
  protected readonly weekChoices = WEEKS;
  protected readonly weekdays = WEEKDAYS;
  protected readonly dayTitles = DAY_TITLES;
  protected readonly reminders = REMINDERS;
  private readonly drills = inject(OwnDrillsStore);
  /** Every drill that can be practised there. */
  protected readonly allDrills = computed(() =>
    this.drills.all().filter((drill) => isPlayedAt(this.plan().place, drill)),
  );
  protected readonly courses = signal<readonly Course[]>([]);
  protected readonly courseName = signal('');
  protected readonly said = signal('');

  private readonly today = localDay(new Date());
  protected readonly startsOn = signal(this.today);
  protected readonly note = signal('');
  protected readonly weeks = signal<number>(4);
  protected readonly days = signal<readonly Weekday[]>([2, 4, 7]);
  protected readonly plan = signal<Plan>({
    oneThing: 'toes',
    line: 'toes',
    place: 'home',
    drills: [],
    sessions: [],
  });

  protected readonly cautions: readonly Moment[] = ['plan'];
  /** Where it is practised, where that is not where it was wanted. */
  protected readonly placed = signal('');
  private readonly startsAside = signal(false);
  /** What the lesson came to; the first is what is offered. */
  protected readonly found = computed((): readonly OneThing[] => {
    const checks = toldChecks(this.atHand()?.lesson.checks ?? []);
    const last = checks.findLast(({ circumstances }) => isCold(circumstances)) ?? checks.at(-1);
    return last === undefined
      ? []
      : oneThingsOf({ ...last, looksAway: looksAway(last), startsAside: this.startsAside() });
  });
  /** The lesson, once what was typed into its plan is there too. */
  protected readonly shown = computed(() => (this.record.ready() ? this.atHand() : null));
  protected readonly things = computed(() => [...new Set([...this.found(), ...ONE_THINGS])]);

  protected readonly sizes = computed(() => {
    const at = this.atHand();
    if (at === null) return drillSizes({ handedness: 'right', club: 'mid-iron', statureMm: null });
    const { club } = groundOfNext(at.lesson, at.lastTimes);
    return drillSizes({
      handedness: at.student.handedness,
      club: club.group,
      statureMm: at.student.statureMm,
      shoeMm: at.student.shoeMm,
    });
  });

  /** The drills that fit best, and those that were chosen beside them. */
  protected readonly offered = computed(() => {
    const { oneThing, drills } = this.plan();
    const best = this.drillsAt(this.plan().place, oneThing).slice(0, OFFERED);
    const chosen = drills.map(({ id }) => drillOf(id, this.drills.own()));
    return [...new Set([...best, ...chosen])].map((drill) => ({
      drill,
      why: whyOf(drill, oneThing),
      chosen: drills.some(({ id }) => id === drill.id),
      planned: drills.find(({ id }) => id === drill.id) ?? null,
    }));
  });

  /** What a plan is made from, and the lesson’s own where it has one. */
  private loadPlans(atHand: LessonAtHand): Observable<unknown> {
    const plans = forkJoin({
      all: this.records.all<PracticePlan>(PRACTICE_PLAN, { student: atHand.student.id }),
      aside: this.startAside(atHand),
    }).pipe(
      switchMap(({ all, aside }) => {
        this.startsAside.set(aside);
        return this.begin(atHand, all.find(({ lessonId }) => lessonId === atHand.lesson.id) ?? null);
      }),
    );
    const courses = this.records.all<Course>(COURSE).pipe(tap((all) => this.courses.set(all)));
    // One that fails is said, and takes none of the others along.
    const said = (asked: Observable<unknown>): Observable<unknown> =>
      asked.pipe(
        catchError((error: unknown) => {
          this.lesson.failed(error);
          return EMPTY;
        }),
      );
    return merge(said(this.drills.load()), said(courses), said(plans));
  }

  /** What the last balls of the lesson said, beside the set-up that they followed. */
  private startAside({ student, lesson }: LessonAtHand): Observable<boolean> {
    return this.records.all<BallRun>(BALL_RUN, { student: student.id }).pipe(
      switchMap((all) => {
        const last = all.findLast(({ lessonId }) => lessonId === lesson.id);
        const check = toldChecks(lesson.checks).find(({ id }) => id === last?.checkId);
        return last === undefined || check === undefined
          ? of(false)
          : runAnswer({ run: last.run, check }).pipe(
              map(({ found }) => startsAside(found)),
              // It is said; the plan goes on without this one offer.
              catchError((failed: unknown) => {
                this.lesson.failed(failed);
                return of(false);
              }),
            );
      }),
    );
  }

  protected choose(oneThing: OneThing): void {
    const place = this.placeFor(oneThing, this.plan().place);
    const [best] = this.drillsAt(place, oneThing);
    const line = LINES.includes(oneThing) ? (oneThing as LineKey) : (best?.check.line ?? 'toes');
    this.change({ oneThing, line, place, drills: best === undefined ? [] : [planned(best)] });
  }

  /** At home nothing is planned that needs a ball: what was goes, and the best of the others comes. */
  protected placeAt(wanted: Plan['place']): void {
    const { oneThing, drills } = this.plan();
    const place = this.placeFor(oneThing, wanted);
    const left = drills.filter(({ id }) => isPlayedAt(place, drillOf(id, this.drills.own())));
    const [best] = this.drillsAt(place, oneThing);
    this.change({ place, drills: left.length === 0 && best !== undefined ? [planned(best)] : left });
  }

  /** Where something can be practised for it, the place that is wanted if there. */
  private placeFor(oneThing: OneThing, wanted: Plan['place']): Plan['place'] {
    const nothingThere = this.drillsAt(wanted, oneThing).length === 0;
    this.placed.set(nothingThere ? 'Every drill for this needs a ball: it is planned for the range.' : '');
    return nothingThere ? 'range' : wanted;
  }

  private drillsAt(place: Plan['place'], oneThing: OneThing): readonly Drill[] {
    return drillsFor(oneThing, this.drills.own()).filter((drill) => isPlayedAt(place, drill));
  }

  protected toggle(drill: Drill): void {
    const { drills } = this.plan();
    const others = drills.filter(({ id }) => id !== drill.id);
    this.change({ drills: others.length < drills.length ? others : [...drills, planned(drill)] });
  }

  protected dose(id: string, change: { readonly reps?: number; readonly minutes?: number }): void {
    this.change({
      drills: this.plan().drills.map((drill) => (drill.id === id ? { ...drill, ...change } : drill)),
    });
  }

  /** Usual doses, and what a drill or a course has of its own. */
  protected repChoices(own: number): readonly number[] {
    return withOwn(REPS, own);
  }

  protected minuteChoices(own: number): readonly number[] {
    return withOwn(MINUTES, own);
  }

  protected schedule(weeks: number, days: readonly Weekday[]): void {
    this.weeks.set(weeks);
    this.days.set(days);
    const { sessions } = this.plan();
    // What lies behind stays as it was; a day that stays keeps its session.
    const behind = sessions.filter(({ on }) => on < this.today);
    const ahead = daysOfPlan(this.startsOn(), weeks, days)
      .filter((on) => on >= this.today)
      .map((on) => sessions.find((session) => session.on === on) ?? { id: crypto.randomUUID(), on });
    this.change({ sessions: [...behind, ...ahead] });
  }

  /** A course of the academy as this student’s plan: from here it is theirs. */
  protected take({ course: { weeks, days, note, ...plan } }: Course): void {
    this.note.set(note ?? '');
    this.plan.set({ ...plan, sessions: [] });
    this.schedule(weeks, days as Weekday[]);
  }

  /** The same for others: without this student’s days. */
  protected keepCourse(): void {
    const { sessions: _days, ...course } = this.plan();
    const note = this.note().trim();
    const [name, weeks, days] = [this.courseName().trim(), this.weeks(), [...this.days()]];
    const input = {
      revision: 0,
      name,
      course: { ...course, weeks, days, ...(note !== '' && { note }) },
    };
    this.records.save(COURSE, crypto.randomUUID(), input, null).subscribe({
      next: (kept) => {
        this.courses.update((all) => [...all, kept]);
        this.courseName.set('');
        this.said.set(`Kept as a course: ${kept.name}.`);
      },
      error: this.lesson.failed,
    });
  }

  protected write(note: string): void {
    this.note.set(note);
    this.typed();
  }

  protected change(change: Partial<Plan>): void {
    this.plan.update((plan) => ({ ...plan, ...change }));
    this.typed();
  }

  protected remind(at: string | null): void {
    this.plan.update(({ remindAt: _before, ...plan }) => ({ ...plan, ...(at !== null && { remindAt: at }) }));
    this.typed();
  }

  protected keep(): void {
    if (!this.busy()) this.record.save(this.filled()).subscribe();
  }

  protected calendar(): void {
    const student = this.atHand()?.student;
    if (student === undefined) return;
    this.home.practiceCalendar(student.id).subscribe({
      next: (blob) => saveFile('practice.ics', 'text/calendar', blob),
      error: this.lesson.failed,
    });
  }

  protected fill({ startsOn, note, plan }: Omit<PracticePlanInput, 'revision' | 'studentId'>): void {
    this.startsOn.set(startsOn);
    this.note.set(note ?? '');
    this.plan.set(plan);
    if (plan.sessions.length === 0) return;
    this.days.set(weekdaysOf(plan.sessions));
    this.weeks.set(weeksOf(startsOn, plan.sessions));
  }

  /** What was typed and not kept stands over what is kept. */
  private async begin(atHand: LessonAtHand, kept: PracticePlan | null): Promise<void> {
    if (kept === null) {
      this.choose(this.found()[0] ?? 'toes');
      this.schedule(4, [2, 4, 7]);
    } else this.fill(kept);
    const isIt = ({ lessonId }: PracticePlanInput): boolean => lessonId === this.lessonId();
    const earlier =
      kept === null
        ? await this.record.beginNew(crypto.randomUUID(), { isIt, studentId: atHand.student.id })
        : await this.record.begin(kept.id, kept, atHand.student.id);
    if (earlier !== null && atHand.lesson.id === this.lessonId()) this.fill(earlier.input);
    this.ready = true;
  }

  /** What is chosen before the device was asked is no typing. */
  private ready = false;

  private typed(): void {
    if (this.ready) this.record.typed(this.filled());
  }

  private filled(): PracticePlanInput {
    const note = this.note().trim();
    return {
      revision: this.record.stored()?.revision ?? 0,
      studentId: this.atHand()?.student.id ?? '',
      lessonId: this.lessonId(),
      startsOn: this.startsOn(),
      ...(note !== '' && { note }),
      plan: this.plan(),
    };
  }
}

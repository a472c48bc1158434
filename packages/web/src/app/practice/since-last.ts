import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { TOLD_FROM } from '@lotrecht/core/told-from';
import { adherenceOf, questionsOf, type SessionState } from '@lotrecht/judging';
import { ONE_THING_WORDS, ownChecksText, sinceSentences } from '@lotrecht/words';
import { forkJoin } from 'rxjs';
import { loaded } from '../data/loaded.ts';
import { TakeHomeApi } from '../api/take-home-api.ts';
import { PRACTICE_DONE, type PracticeDone } from '../data/kinds/practice-done.ts';
import { PRACTICE_PLAN, type PracticePlan } from '../data/kinds/practice-plan.ts';
import { RecordApi } from '../data/record-api.ts';
import { ProblemNote } from '../ui/problem-note.ts';
import { dayText, localDay, shortDayText } from '../words/dates.ts';

const STATE_WORDS: Readonly<Record<SessionState['state'], string>> = {
  done: 'done',
  missed: 'not done',
  'to-come': 'to come',
};

/** What became of a student’s plan, before the next lesson: sessions as knots, where the help stands, questions. */
@Component({
  selector: 'lo-since-last',
  imports: [ProblemNote, RouterLink],
  template: `
    @if (since.problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="since.again()" />
    }
    @if (shown(); as s) {
      <section aria-labelledby="since-title">
        <h2 id="since-title">{{ s.title }}</h2>
        @if (!questionsOnly()) {
          <ol aria-label="Sessions">
            @for (knot of s.knots; track knot.id) {
              <li [class]="knot.state">
                <svg viewBox="0 0 28 28" aria-hidden="true">
                  @if (knot.state === 'done') {
                    <path d="M8 14a6 6 0 1 1 6 6M20 14a6 6 0 1 1-6-6" />
                  } @else {
                    <circle cx="14" cy="14" r="5" />
                  }
                </svg>
                <span>{{ knot.day }}</span>
                <span class="lo-soft">{{ knot.text }}</span>
              </li>
            }
          </ol>
          @for (sentence of s.sentences; track sentence) {
            <p>{{ sentence }}</p>
          }
        }
        @for (asked of s.questions; track $index) {
          <p class="asked">Asked on {{ dayText(asked.askedOn) }}: {{ asked.question }}</p>
        }
        @if (lessonId(); as id) {
          <p><a [routerLink]="['/lessons', id, 'plan']">Plan until the next lesson</a></p>
        }
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: 6px;
      margin: 16px 0;
    }
    h2,
    p {
      margin: 0;
    }
    ol {
      display: flex;
      margin: 0;
      padding: 4px 0;
      overflow-x: auto;
      list-style: none;
    }
    li {
      display: grid;
      justify-items: center;
      min-width: 72px;
      border-top: 2px solid var(--lo-twine);
      font-size: 0.875rem;
    }
    svg {
      width: 28px;
      height: 28px;
      fill: none;
      stroke: var(--lo-twine);
      stroke-width: 3;
    }
    .to-come svg {
      stroke: var(--lo-line-strong);
      stroke-width: 2;
    }
    .missed svg {
      stroke-dasharray: 3 3;
    }
    .asked {
      padding-left: 12px;
      border-left: 3px solid var(--lo-twine);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SinceLast {
  readonly studentId = input.required<string>();
  /** The lesson at hand: from it the next plan is made. */
  readonly lessonId = input<string | null>(null);

  /** Only what was asked: to be answered. */
  readonly questionsOnly = input(false, { transform: booleanAttribute });

  protected readonly dayText = dayText;

  private readonly records = inject(RecordApi);
  private readonly api = inject(TakeHomeApi);
  protected readonly since = loaded({
    of: () => this.studentId(),
    from: (student) =>
      forkJoin({
        plans: this.records.all<PracticePlan>(PRACTICE_PLAN, { student }),
        done: this.records.all<PracticeDone>(PRACTICE_DONE, { student }),
        fading: this.api.fading(student),
      }),
  });
  /** It is there, or is not coming: what stands below may come. */
  readonly settled = output();
  private readonly plan = computed(() => this.since.value()?.plans.at(-1) ?? null);
  private readonly done = computed(() => this.since.value()?.done ?? []);
  private readonly fading = computed(() => this.since.value()?.fading ?? null);

  constructor() {
    effect(() => {
      if (this.since.value() !== undefined || this.since.problem() !== null) this.settled.emit();
    });
  }

  protected readonly shown = computed(() => {
    const [plan, fading] = [this.plan(), this.fading()];
    if (plan === null) return null;
    const questions = questionsOf(this.done(), plan.startsOn);
    if (this.questionsOnly() && questions.length === 0) return null;
    const { sessions, due, done } = adherenceOf(plan.plan.sessions, this.done(), localDay(new Date()));
    const steps = (fading?.steps ?? []).map(({ to, why, read }) => ({
      to,
      why,
      day: fading?.days[read] ?? '',
    }));
    const last = fading?.inProbability.at(-1);
    const said = {
      due,
      done,
      fading: { stage: fading?.stage ?? 'rods', steps },
      lastOut: last !== undefined && last <= 1 - TOLD_FROM ? (fading?.days.at(-1) ?? null) : null,
    } as const;
    return {
      title: this.questionsOnly()
        ? 'Asked, and to be answered'
        : `Practised since: ${ONE_THING_WORDS[plan.plan.oneThing]}`,
      knots: sessions.map(({ id, on, state, doneOn, seconds }) => ({
        id,
        state,
        day: shortDayText(doneOn ?? on),
        text: seconds === null || seconds < 60 ? STATE_WORDS[state] : `${Math.round(seconds / 60)} min`,
      })),
      sentences: [
        ...sinceSentences(said, dayText),
        ownChecksText((fading?.days ?? []).map(shortDayText), fading?.inProbability ?? []),
      ].filter(Boolean),
      questions,
    };
  });
}

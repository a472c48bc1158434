import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { foundOfEye } from '@lotrecht/judging';
import { usualStand } from '@lotrecht/paper';
import { eyeSentences } from '@lotrecht/words';
import { tap, type Observable } from 'rxjs';
import { PRACTICE_DONE, type PracticeDone } from '../../data/kinds/practice-done.ts';
import { RecordApi } from '../../data/record-api.ts';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { openedLesson } from '../../lesson/opened-lesson.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Why } from '../../ui/why.ts';
import { dayText } from '../../words/dates.ts';
import { walkInsText } from '../../words/practice-words.ts';
import { KeptEye } from './kept-eye.ts';

/** The eye trained in a lesson, on the instructor’s device: pictures at the student’s own eyes, club and targets. */
@Component({
  selector: 'lo-eye',
  imports: [KeptEye, ProblemNote, RouterLink, Why],
  template: `
    <div class="page">
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" (retry)="lesson.load()" />
      }
      @if (atHand(); as at) {
        <h1>Train the eye</h1>
        <p class="lo-soft">
          A square set-up looks wrong from address: pictures tell how wrong.
          <lo-why [about]="['eye-trained']" />
        </p>
        @if (trained(); as t) {
          <p role="status">{{ t }}</p>
        }
        @if (wish(); as w) {
          @for (id of [current()]; track id) {
            <lo-kept-eye
              [id]="id"
              [studentId]="at.student.id"
              [wish]="w"
              [unit]="unit()"
              [earlier]="earlier()"
              (practised)="end($event)"
            />
          }
        } @else {
          <p>Note a target with its distance first: pictures are aimed at it.</p>
        }
        @if (told().length > 0) {
          <h2 id="earlier-title">What was found</h2>
          <ul aria-labelledby="earlier-title">
            @for (row of told(); track row.id) {
              <li>{{ row.text }}</li>
            }
          </ul>
        }
        <p><a [routerLink]="['/lessons', lessonId()]">To the lesson</a></p>
      } @else if (problem() === null) {
        <p class="lo-soft">Fetching the lesson …</p>
      }
    </div>
  `,
  styles: `
    .page {
      max-width: 1000px;
      padding: 14px 16px 28px;
      display: grid;
      gap: 12px;
    }
    h1,
    h2,
    p {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EyePage {
  readonly lessonId = input.required<string>();

  protected readonly current = signal<string>(crypto.randomUUID());
  protected readonly trained = signal('');
  protected readonly lesson = openedLesson(this.lessonId, 'work', ({ student }) => this.loadDone(student.id));
  protected readonly atHand = this.lesson.atHand;
  protected readonly problem = this.lesson.problem;
  private readonly practised = signal<readonly PracticeDone[]>([]);

  private readonly records = inject(RecordApi);
  private readonly settings = inject(SettingsStore);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);

  protected readonly wish = computed(() => {
    const at = this.atHand();
    if (at === null) return null;
    const { club, target } = groundOfNext(at.lesson, at.lastTimes);
    const marks = at.place?.marks ?? [];
    const known =
      marks.find(({ name }) => name === target?.name) ?? marks.find(({ kind }) => kind === 'target');
    const distanceM = target?.distanceM ?? known?.distanceM;
    if (distanceM === undefined) return null;
    const name = known?.name ?? target?.name;
    return usualStand({
      handedness: at.student.handedness,
      club: club.group,
      target: { ...(name !== undefined && { name }), distanceM },
      marks,
      statureMm: at.student.statureMm ?? null,
    });
  });
  protected readonly earlier = computed(() =>
    this.practised().flatMap(({ practice }) => (practice.eye === undefined ? [] : [practice.eye])),
  );

  /** What each time found, newest first. */
  protected readonly told = computed(() =>
    this.practised()
      .toReversed()
      .flatMap(({ id, doneOn, practice }) => {
        const found = practice.eye === undefined ? null : foundOfEye(practice.eye);
        if (found === null || practice.eye === undefined) return [];
        const [first = ''] = eyeSentences(found, null, {
          unit: this.unit(),
          carryM: practice.eye.distanceM,
        });
        return [{ id, text: `${dayText(doneOn)}, ${found.count} pictures: ${first}` }];
      }),
  );

  private loadDone(student: string): Observable<unknown> {
    this.practised.set([]);
    return this.records
      .all<PracticeDone>(PRACTICE_DONE, { student })
      .pipe(tap((all) => this.practised.set(all)));
  }

  /** It is asked to be kept: it stands here at once, and goes out from the device. */
  protected end(done: PracticeDone): void {
    this.trained.set(`${walkInsText(done.practice)}: kept.`);
    this.practised.update((all) => [...all, done]);
    this.current.set(crypto.randomUUID());
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { GuideStore } from '../session/guide.store.ts';
import { type LessonStep } from '../words/lesson-steps.ts';

/** What to do now, step by step; readings to type are given, so that nobody has to stand. */
const GUIDANCE: Readonly<Record<LessonStep, readonly string[]>> = {
  line: [
    'Choose a place, a target and a club. The next time they stand here already.',
    'Then go on with Begin: blind set-ups.',
  ],
  blind: [
    'Choose 1 set-up. Press Start hold, and let the cards run; you would mark the ground now.',
    'Say where it felt aimed, and what your eye saw. Then go to the tape.',
    'Type 4, 1 and 75 for the face, and 571, 602 and 450 for the toes. Then Reveal.',
  ],
  finding: [
    'Read it aloud: what comes first, where it aims, what to move, how it will feel.',
    'Show it turns the screen to the student. Then press Work on the toes.',
  ],
  work: [
    'One line is read, and quickly. Type 571 and 583, then Keep.',
    'Say how odd it felt. Before and after grow with every set-up. Then go to Home.',
  ],
  balls: ['After some balls the student sets up once more without help. Read it as before, or go to Home.'],
  home: [
    'One page, one drill. Send it by a link, and agree a day for the next lesson.',
    'That was a lesson. Stop the guide; the practice student can be deleted on their page.',
  ],
};

/** The guide of a first lesson: what to do in the step that is on the screen. */
@Component({
  selector: 'lo-guide-bar',
  template: `
    <aside aria-label="Guide">
      <div aria-live="polite">
        @for (sentence of sentences(); track sentence) {
          <p>{{ sentence }}</p>
        }
      </div>
      <button type="button" (click)="guide.stop()">Stop the guide</button>
    </aside>
  `,
  styles: `
    aside {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      justify-content: space-between;
      align-items: center;
      padding: 8px 20px;
      border-left: 6px solid var(--lo-twine);
      background: var(--lo-now-tint);
    }
    div {
      flex: 1 1 300px;
    }
    button {
      min-height: 44px;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GuideBar {
  /** The step that is on the screen. */
  readonly step = input.required<LessonStep | null>();
  protected readonly guide = inject(GuideStore);
  protected readonly sentences = computed(() => GUIDANCE[this.step() ?? 'line']);
}

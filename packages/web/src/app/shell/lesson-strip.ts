import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type LessonStep, type StepState } from '../words/lesson-steps.ts';

/** The steps of the lesson under way: always in sight, each one tap away, in any order. */
@Component({
  selector: 'lo-lesson-strip',
  imports: [RouterLink],
  template: `
    <nav aria-label="Steps of the lesson">
      <ol>
        @for (step of steps(); track step.step) {
          <li [class.here]="step.step === at()">
            @if (step.path; as path) {
              <a [routerLink]="path" [attr.aria-current]="step.step === at() ? 'step' : null">
                <span class="title">{{ step.title }}</span>
                <span class="state">{{ step.state }}</span>
              </a>
            } @else {
              <span class="closed">
                <span class="title">{{ step.title }}</span>
                <span class="state">{{ step.state }}</span>
              </span>
            }
          </li>
        }
      </ol>
    </nav>
  `,
  styleUrl: './lesson-strip.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonStrip {
  readonly steps = input.required<readonly StepState[]>();
  /** The step that is on the screen. */
  readonly at = input<LessonStep | null>(null);
}

import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { type LessonView } from '@lotrecht/records';
import { shortDayText } from '../../words/dates.ts';

/** Lessons as knots on a twine, oldest left; a knot is drawn tight when the lesson has checks. */
@Component({
  selector: 'lo-lesson-twine',
  imports: [RouterLink],
  template: `
    <ol #twine>
      @for (knot of knots(); track knot.id) {
        <li>
          <a [routerLink]="['/lessons', knot.id]">
            <svg viewBox="0 0 28 28" aria-hidden="true">
              @if (knot.checks > 0) {
                <path d="M8 14a6 6 0 1 1 6 6M20 14a6 6 0 1 1-6-6" class="knot" />
              } @else {
                <circle cx="14" cy="14" r="5" class="loop" />
              }
            </svg>
            <span class="day">{{ knot.day }}</span>
            <span class="checks">{{ knot.checks || 'no' }} {{ knot.checks === 1 ? 'check' : 'checks' }}</span>
          </a>
        </li>
      }
    </ol>
  `,
  styleUrl: './lesson-twine.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonTwine {
  readonly lessons = input.required<readonly LessonView[]>();

  private readonly twine = viewChild.required<ElementRef<HTMLElement>>('twine');

  constructor() {
    // A twine longer than the screen is held at its newest end.
    afterRenderEffect(() => {
      this.knots();
      const { nativeElement } = this.twine();
      nativeElement.scrollLeft = nativeElement.scrollWidth;
    });
  }

  protected readonly knots = computed(() =>
    this.lessons()
      .toReversed()
      .map(({ id, heldOn, checks }) => ({
        id,
        day: shortDayText(heldOn),
        checks: checks.length,
      })),
  );
}

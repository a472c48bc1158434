import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  ENOUGH_CLOCKED,
  HOLDING_TIMES,
  type HoldingTimes,
  learnedTimes,
  LONE_HOLDING_TIMES,
} from '@lotrecht/core';
import { ClockedTimesStore } from '../../lesson/clocked-times.store.ts';

const WAYS: readonly (readonly [keyof HoldingTimes, string])[] = [
  ['groundMarksS', 'Feet, marked on the ground'],
  ['bobsS', 'Two bobs from the body'],
  ['rodS', 'Rod across and two bobs'],
  ['squareS', 'Face by the square rod'],
  ['faceRodS', 'Face by a rod off it'],
  ['pointsAtS', 'Pointing at a landmark'],
  ['gaugeS', 'Gauge'],
  ['eyeS', 'By eye'],
  ['tapeS', 'The tape, for a line'],
];

/** How long the ways of reading take the instructor: plans and advice go by it. */
@Component({
  selector: 'lo-own-times',
  imports: [MatButton],
  template: `
    <p>
      Holds are planned by usual times, which are guesses. Hold with cards by tapping, and your own stand
      instead.
    </p>
    @if (rows().length > 0) {
      <ul>
        @for (row of rows(); track row.key) {
          <li>
            {{ row.title }}: <strong>{{ row.seconds }} s</strong>
            <span class="lo-soft">{{ row.from }}</span>
          </li>
        }
      </ul>
      <button matButton type="button" (click)="store.forget()">Take the usual times again</button>
    }
  `,
  styles: `
    ul {
      margin: 4px 0;
      padding-left: 20px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnTimes {
  protected readonly store = inject(ClockedTimesStore);

  protected readonly rows = computed(() =>
    [false, true].flatMap((alone) => {
      const clocked = this.store.of(alone);
      const usual = alone ? LONE_HOLDING_TIMES : HOLDING_TIMES;
      const learned = learnedTimes(usual, clocked);
      return WAYS.flatMap(([way, title]) => {
        const count = clocked[way]?.length ?? 0;
        if (count === 0) return [];
        const from =
          count < ENOUGH_CLOCKED
            ? `the usual time; yours after ${ENOUGH_CLOCKED - count} more`
            : `yours, from ${count}; the usual one is ${usual[way]} s`;
        const hands = alone ? ', alone' : '';
        return [{ key: `${way}${hands}`, title: `${title}${hands}`, seconds: learned[way], from }];
      });
    }),
  );
}

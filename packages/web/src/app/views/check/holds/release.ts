import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Caution } from '../../../safety/caution.ts';
import { type Moment, momentsOfHold } from '@lotrecht/judging';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { Guesses } from './guesses.ts';
import { entryTitle } from '../readings/entry.ts';
import { BlindSeries } from '../series/blind-series.ts';
import { markColour } from '../../../words/series.ts';
import { HoldRunner } from './hold-runner.ts';

/** The student has stepped out: guesses first, then another hold or the tape. */
@Component({
  selector: 'lo-release',
  imports: [Caution, Guesses],
  templateUrl: './release.html',
  styleUrl: './release.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Release {
  protected readonly ground = inject(CheckGround);
  protected readonly held = inject(HeldSetUp);
  protected readonly runner = inject(HoldRunner);
  protected readonly series = inject(BlindSeries);

  protected readonly title = computed(() =>
    this.runner.ahead().length > 0 ? `Hold ${this.held.run().hold} is done` : 'The student steps out',
  );

  protected readonly lead = computed(() => {
    if (this.runner.ahead().length > 0)
      return 'A breath, then into the same stance again. It counts as another stand.';
    const setUp = this.held.series();
    if (this.series.toHold() !== null)
      return `Cover the ${markColour(setUp?.place ?? 1)} marks. Say nothing of how it looked.`;
    return this.held.covered()
      ? 'Only now sight the target, and lay the line through the marked ball. Check it before the tape comes out.'
      : 'Leave the marks where they are. The tape goes over them.';
  });

  /** Another hold, or the tape; between set-ups of a series the next one begins with its own plan. */
  protected readonly moments = computed((): readonly Moment[] => {
    const ahead = this.runner.ahead()[0];
    return ahead === undefined ? ['tape'] : momentsOfHold(ahead.entries);
  });

  protected readonly nextLines = computed(() =>
    (this.runner.ahead()[0]?.entries ?? []).map((e) => entryTitle(e).toLowerCase()).join(', '),
  );
}

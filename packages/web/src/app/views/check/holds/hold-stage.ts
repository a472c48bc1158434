import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { holdInstruction } from '@lotrecht/words';
import { HeldSetUp } from '../held-set-up.ts';
import { entryTitle } from '../readings/entry.ts';
import { isTapped, TappedReading } from '../readings/tapped-reading.ts';
import { HoldRunner } from './hold-runner.ts';
import { holdingS } from './plan.ts';

/** While the student stands: one large card at a time, a clock, and nothing to type. */
@Component({
  selector: 'lo-hold-stage',
  imports: [TappedReading],
  templateUrl: './hold-stage.html',
  styleUrl: './hold-stage.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HoldStage {
  protected readonly held = inject(HeldSetUp);
  protected readonly runner = inject(HoldRunner);

  protected readonly cards = computed(() =>
    this.runner.cards().map((entry) => ({
      entry,
      title: entryTitle(entry),
      seconds: holdingS(entry, this.runner.times()),
    })),
  );

  /** The card that is up; the last one stays up until the student has stepped out. */
  protected readonly card = computed(() => {
    const cards = this.cards();
    const { card, cardLeftS } = this.runner.clock();
    const up = cards[Math.min(card, cards.length - 1)];
    if (up === undefined) return null;
    return {
      ...up,
      instruction: holdInstruction(up.entry, up.entry.look),
      tapped: isTapped(up.entry),
      left:
        this.held.run().pace === 'taps' ? 100 : (100 * cardLeftS) / holdingS(up.entry, this.runner.times()),
    };
  });

  protected readonly heldS = computed(() => Math.floor(this.runner.clock().heldS));
  protected readonly isLast = computed(() => this.runner.clock().card >= this.cards().length - 1);
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { OddScale } from '../../../ui/odd-scale.ts';
import { CheckContent } from '../check-content.ts';
import { AimStrip } from '../readings/aim-strip.ts';

/** Each coached set-up: where it feels aimed, and how odd. One tap each. */
@Component({
  selector: 'lo-work-felt',
  imports: [AimStrip, OddScale],
  template: `
    <section aria-label="How it felt">
      <h2>Where does the student feel aimed?</h2>
      <lo-aim-strip
        label="Where the student feels aimed"
        ask="Swipe or tap; leave it out if nobody asked."
        [fromTargetDeg]="felt()"
        [sightingDeg]="0"
        (aimed)="content.note({ feltDeg: $event })"
      />
      <lo-odd-scale [value]="odd()" (told)="content.note({ feltOdd: $event })" />
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 4px;
      padding: 8px 0 10px;
    }
    h2 {
      font-size: 1rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkFelt {
  protected readonly content = inject(CheckContent);
  protected readonly felt = computed(() => this.content.record().feltDeg ?? null);
  protected readonly odd = computed(() => this.content.record().feltOdd ?? null);
}

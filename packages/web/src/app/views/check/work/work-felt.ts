import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { CheckContent } from '../check-content.ts';
import { AimStrip } from '../readings/aim-strip.ts';

/** Each coached set-up: where it feels aimed, and how odd. One tap each. */
@Component({
  selector: 'lo-work-felt',
  imports: [AimStrip, MatButtonToggle, MatButtonToggleGroup],
  template: `
    <section aria-label="How it felt">
      <h3>Where does the student feel aimed?</h3>
      <lo-aim-strip
        label="Where the student feels aimed"
        ask="Swipe or tap; leave it out if nobody asked."
        [fromTargetDeg]="felt()"
        [sightingDeg]="0"
        (aimed)="content.note({ feltDeg: $event })"
      />
      <h3 id="odd-title">How odd does it feel? 0 as always, 10 very.</h3>
      <mat-button-toggle-group
        aria-labelledby="odd-title"
        hideSingleSelectionIndicator
        [value]="odd()"
        (change)="content.note({ feltOdd: $event.value })"
      >
        @for (n of scale; track n) {
          <mat-button-toggle [value]="n">{{ n }}</mat-button-toggle>
        }
      </mat-button-toggle-group>
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 4px;
      padding: 8px 0 10px;
    }
    h3 {
      font-size: 1rem;
    }
    mat-button-toggle-group {
      display: grid;
      grid-template-columns: repeat(11, 1fr);
      --mat-button-toggle-label-text-size: 1rem;
    }
    @media (max-width: 47.5em) {
      mat-button-toggle-group {
        grid-template-columns: repeat(6, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkFelt {
  protected readonly content = inject(CheckContent);
  protected readonly scale = Array.from({ length: 11 }, (_, n) => n);
  protected readonly felt = computed(() => this.content.record().feltDeg ?? null);
  protected readonly odd = computed(() => this.content.record().feltOdd ?? null);
}

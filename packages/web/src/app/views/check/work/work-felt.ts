import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { sideSign } from '@lotrecht/core';
import { OddScale } from '../../../ui/odd-scale.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckAnswers } from '../check-answers.ts';
import { AimStrip } from '../readings/aim-strip.ts';

/** Felt and read apart by more than this are told. */
const FOOLED_DEG = 3;

/** Each coached set-up: where it feels aimed, and how odd. One tap each. */
@Component({
  selector: 'lo-work-felt',
  imports: [AimStrip, OddScale, RouterLink],
  template: `
    <section aria-label="How it felt">
      <h2>Where does the student feel aimed?</h2>
      <lo-aim-strip
        label="Where the student feels aimed"
        ask="Swipe or tap; leave it out if nobody asked."
        [fromTargetDeg]="felt()"
        [sightingDeg]="0"
        (aimed)="held.note({ feltDeg: $event })"
      />
      @if (fooled() && ground.lesson(); as lesson) {
        <p>
          It feels elsewhere than it is. <a [routerLink]="['/lessons', lesson.id, 'eye']">Train the eye</a>
        </p>
      }
      <lo-odd-scale [value]="odd()" (told)="held.note({ feltOdd: $event })" />
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
  protected readonly ground = inject(CheckGround);
  protected readonly held = inject(HeldSetUp);
  private readonly answers = inject(CheckAnswers);
  protected readonly felt = computed(() => this.held.record().feltDeg ?? null);
  /** Felt and read lie so far apart that the picture from address is what misleads. */
  protected readonly fooled = computed(() => {
    const [felt, student] = [this.felt(), this.ground.student()];
    const turn = this.answers.shown()?.result?.turn;
    if (felt === null || student === null || !turn) return false;
    const start = this.ground.startLineDeg() ?? 0;
    return Math.abs(sideSign(student.handedness) * (felt - start) - turn.handedAzimuthDeg) > FOOLED_DEG;
  });
  protected readonly odd = computed(() => this.held.record().feltOdd ?? null);
}

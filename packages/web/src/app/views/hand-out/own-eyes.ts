import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { type CheckView, type PlaceMark } from '@lotrecht/records';
import { LIFTED_HEAD_M } from '@lotrecht/core';
import { sidedMetres, sightOfCheck, sightPicture, standOfCheck, toSvg } from '@lotrecht/paper';
import { MethodStore } from '../../methods/method.store.ts';
import { WalkInKey } from '../../sight/walk-in-key.ts';
import { HoldKey } from '../../ui/hold-key.ts';
import { typesText } from '../../ui/keys.ts';
import { SvgDrawing, themeColour } from '../../ui/svg-drawing.ts';

const EYES_FROM = {
  read: 'read in this check',
  stature: 'from the stature, not read',
  usual: 'usual, not measured',
} as const;

/** What the student's own eyes saw, and what they would see as it should be while a key is held. */
@Component({
  selector: 'lo-own-eyes',
  imports: [HoldKey, MatCheckbox, SvgDrawing, WalkInKey],
  templateUrl: './own-eyes.html',
  styleUrls: ['../../ui/plain-fields.scss', './own-eyes.scss'],
  host: { '(document:keydown)': 'down($event)', '(document:keyup)': 'up($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnEyes {
  readonly check = input.required<CheckView>();
  /** What can be seen at the place of the lesson. */
  readonly marks = input.required<readonly PlaceMark[]>();
  readonly statureMm = input.required<number | null>();

  private readonly methods = inject(MethodStore);

  /** Held: as it should be. */
  protected readonly asItShouldBe = signal(false);
  protected readonly lifted = signal(false);

  protected readonly stand = computed(() =>
    standOfCheck(this.check(), {
      marks: this.marks(),
      statureMm: this.statureMm(),
      headLifted: false,
      methods: this.methods.all(),
    }),
  );
  protected readonly picture = computed(() => {
    const eyes = sightOfCheck(this.check(), {
      marks: this.marks(),
      statureMm: this.statureMm(),
      headLifted: this.lifted(),
      methods: this.methods.all(),
    });
    if (eyes === null) return null;
    const { sheet, wish, numbers } = sightPicture(this.asItShouldBe() ? eyes.goal : eyes.now);
    const lifted = wish.liftedM > 0 ? `, ${LIFTED_HEAD_M} m more with the head lifted` : '';
    return {
      svg: toSvg(sheet, {
        colour: themeColour,
        fontFamily: 'Barlow, sans-serif',
        label: wish.stands === 'goal' ? 'Sight picture as it should be' : 'Sight picture as it is',
      }),
      sentences: [
        `The mark ${wish.markM} m ahead seems ${sidedMetres(numbers.markSeemsM)}, ${degrees(numbers.markSeemsDeg)}.`,
        `The body points ${sidedMetres(numbers.bodyPointsM)}, ${degrees(numbers.bodyPointsDeg)}.`,
        ...(numbers.feltM === null ? [] : [`Felt aimed ${sidedMetres(numbers.feltM)}.`]),
        `Eyes ${wish.eyesInsideM.toFixed(2)} m inside the line${lifted}: ${EYES_FROM[eyes.eyesFrom]}.`,
      ],
    };
  });

  protected down(event: KeyboardEvent): void {
    if (event.key === 'h' && !typesText(event)) this.asItShouldBe.set(true);
  }

  protected up(event: KeyboardEvent): void {
    if (event.key === 'h') this.asItShouldBe.set(false);
  }
}

function degrees(deg: number): string {
  return `${Math.abs(deg).toFixed(1)}°`;
}

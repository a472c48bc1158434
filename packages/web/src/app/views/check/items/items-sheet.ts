import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { type CheckRecord, type SetupItems } from '@lotrecht/records';
import { NumberField } from '../../../ui/number-field.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckBall } from '../ball/check-ball.ts';
import { wantedText } from '../ball/ball-words.ts';
import { FACE_REFERENCES, ITEMS, MARKS } from '../../../words/item-words.ts';

type Reference = NonNullable<CheckRecord['faceSetBy']>['reference'];

/** Ball and stance against the method's table, flare, and the short list of everything else that is looked at. */
@Component({
  selector: 'lo-items-sheet',
  imports: [A11yModule, MatButton, MatFormField, MatLabel, MatOption, MatSelect, NumberField],
  templateUrl: './items-sheet.html',
  styleUrls: ['../ground/ground-sheet.scss', './items-sheet.scss'],
  host: { '(document:keydown.escape)': 'closed.emit()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemsSheet {
  protected readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  protected readonly ball = inject(CheckBall);
  readonly closed = output();

  protected readonly lengthUnit = computed(() => this.ground.unit());
  protected readonly feet = computed(() => this.ground.feet());
  protected readonly face = computed(() => this.held.record().faceSetBy ?? null);
  protected readonly references = Object.entries(FACE_REFERENCES) as readonly [Reference, string][];
  protected readonly marks = MARKS;

  protected readonly items = computed(() =>
    (Object.entries(ITEMS) as [keyof SetupItems, (typeof ITEMS)[keyof SetupItems]][]).map(([name, text]) => ({
      name,
      ...text,
      mark: this.held.record().items?.[name] ?? null,
    })),
  );

  /** What the method wants with this club, for who has not read it yet. */
  protected readonly wanted = computed(() => wantedText(this.ball.wanted(), this.ground.unit()));

  /** A flare is told with a shoe; the usual one is 290 mm until it is measured. */
  protected flare(change: Partial<NonNullable<ReturnType<CheckGround['feet']>>>): void {
    const feet = this.feet() ?? { shoeLengthMm: 290, leadFlareDeg: 0, trailFlareDeg: 0 };
    this.ground.set('feet', { ...feet, ...change });
  }

  /** Nobody asked: nothing is noted. */
  protected setFace({ reference, differsDeg }: { reference: Reference | null; differsDeg?: number }): void {
    const before = this.face();
    this.held.note({
      faceSetBy:
        reference === null
          ? undefined
          : {
              reference,
              ...(reference !== 'leading-edge' &&
                (differsDeg ?? before?.differsDeg) !== undefined && {
                  differsDeg: differsDeg ?? before?.differsDeg ?? 0,
                }),
            },
    });
  }

  /** Marked again, an item was not looked at. */
  protected mark(name: keyof SetupItems, mark: 'fits' | 'watch' | 'fix'): void {
    const { [name]: before, ...others } = this.held.record().items ?? {};
    this.held.note({ items: before === mark ? others : { ...others, [name]: mark } });
  }
}

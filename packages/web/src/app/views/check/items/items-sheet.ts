import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { type CheckRecord, type SetupItems } from '@lotrecht/records';
import { NumberField } from '../../../ui/number-field.ts';
import { CheckContent } from '../check-content.ts';
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
  protected readonly content = inject(CheckContent);
  protected readonly ball = inject(CheckBall);
  readonly closed = output();

  protected readonly lengthUnit = computed(() => this.content.unit());
  protected readonly feet = computed(() => this.content.feet());
  protected readonly face = computed(() => this.content.record().faceSetBy ?? null);
  protected readonly references = Object.entries(FACE_REFERENCES) as readonly [Reference, string][];
  protected readonly marks = MARKS;

  protected readonly items = computed(() =>
    (Object.entries(ITEMS) as [keyof SetupItems, (typeof ITEMS)[keyof SetupItems]][]).map(([name, text]) => ({
      name,
      ...text,
      mark: this.content.record().items?.[name] ?? null,
    })),
  );

  /** What the method wants with this club, for who has not read it yet. */
  protected readonly wanted = computed(() => wantedText(this.ball.wanted(), this.content.unit()));

  /** A flare is told with a shoe; the usual one is 290 mm until it is measured. */
  protected flare(change: Partial<NonNullable<ReturnType<CheckContent['feet']>>>): void {
    const feet = this.feet() ?? { shoeLengthMm: 290, leadFlareDeg: 0, trailFlareDeg: 0 };
    this.content.set('feet', { ...feet, ...change });
  }

  /** Nobody asked: nothing is noted. */
  protected setFace({ reference, differsDeg }: { reference: Reference | null; differsDeg?: number }): void {
    const before = this.face();
    this.content.note({
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
    const { [name]: before, ...others } = this.content.record().items ?? {};
    this.content.note({ items: before === mark ? others : { ...others, [name]: mark } });
  }
}

import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { USUAL_OF_CLUB } from '@lotrecht/judging';
import { type BallAndStance, type SetupItems } from '@lotrecht/records';
import { NumberField } from '../../../ui/number-field.ts';
import { CheckContent } from '../check-content.ts';
import { FindingWords } from '../finding/finding-words.ts';
import { ITEMS, MARKS } from '../../../words/item-words.ts';

/** Ball and stance against the method's table, flare, and the short list of everything else that is looked at. */
@Component({
  selector: 'lo-items-sheet',
  imports: [A11yModule, MatButton, NumberField],
  templateUrl: './items-sheet.html',
  styleUrls: ['../ground/ground-sheet.scss', './items-sheet.scss'],
  host: { '(document:keydown.escape)': 'closed.emit()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemsSheet {
  protected readonly content = inject(CheckContent);
  protected readonly words = inject(FindingWords);
  readonly closed = output();

  protected readonly lengthUnit = computed(() => this.content.unit());
  protected readonly ball = computed(() => this.content.record().ball ?? {});
  protected readonly feet = computed(() => this.content.feet());
  protected readonly marks = MARKS;

  protected readonly items = computed(() =>
    (Object.entries(ITEMS) as [keyof SetupItems, (typeof ITEMS)[keyof SetupItems]][]).map(([name, text]) => ({
      name,
      ...text,
      mark: this.content.record().items?.[name] ?? null,
    })),
  );

  /** What the table has for this club, for who has not read it yet. */
  protected readonly table = computed(() => {
    const usual = USUAL_OF_CLUB[this.content.club().group];
    const percent = usual.ballPercent[this.words.ballTable()];
    return `The method’s table: ball ${percent} % of the stance behind the lead heel. Usual, not measured: stance ${Math.round(usual.stanceM * 1000)} mm, toes to ball ${Math.round(usual.toesToBallM * 1000)} mm.`;
  });

  protected read(change: Partial<BallAndStance>): void {
    this.content.note({ ball: { ...this.ball(), ...change } });
  }

  /** A flare is told with a shoe; the usual one is 290 mm until it is measured. */
  protected flare(change: Partial<NonNullable<ReturnType<CheckContent['feet']>>>): void {
    const feet = this.feet() ?? { shoeLengthMm: 290, leadFlareDeg: 0, trailFlareDeg: 0 };
    this.content.set('feet', { ...feet, ...change });
  }

  /** Marked again, an item was not looked at. */
  protected mark(name: keyof SetupItems, mark: 'fits' | 'watch' | 'fix'): void {
    const { [name]: before, ...others } = this.content.record().items ?? {};
    this.content.note({ items: before === mark ? others : { ...others, [name]: mark } });
  }
}

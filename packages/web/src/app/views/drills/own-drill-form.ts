import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { type Drill } from '@lotrecht/paper';
import { type OwnDrillInput } from '@lotrecht/records';
import { type Moment } from '@lotrecht/judging';
import { Caution } from '../../safety/caution.ts';
import { OWN_DRILL, type OwnDrill } from '../../data/kinds/own-drill.ts';
import { stored } from '../../data/stored-record.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';

/** What a drill that is copied begins from, or one of the academy’s own. */
export interface DrillToChange {
  readonly id: string;
  readonly kept: OwnDrill | null;
  /** The shipped one whose aids, check and cautions it keeps. */
  readonly base: Drill;
}

const [MOST_STEP, MOST_JUNIOR, MOST_LINES] = [240, 160, 12] as const;
const REPS = [3, 5, 6, 8, 10, 12, 15, 20] as const;
const MINUTES = [2, 3, 4, 5, 6, 8, 10, 15] as const;

/** A drill in the academy’s own words: a step to the line. */
@Component({
  selector: 'lo-own-drill-form',
  imports: [
    Caution,
    MatButton,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    RecordTrouble,
  ],
  template: `
    @if (record.ready()) {
      <section aria-labelledby="own-title">
        <h2 id="own-title">
          {{ toChange().kept === null ? 'Copied from ' + toChange().base.name : 'Change ' + name() }}
        </h2>
        <lo-caution [moments]="cautions" />
        <lo-record-trouble [record]="record" (taken)="fill($event)" />
        <mat-form-field>
          <mat-label>Name</mat-label>
          <input matInput #named maxlength="80" [value]="name()" (input)="name.set(named.value); typed()" />
        </mat-form-field>
        <mat-form-field>
          <mat-label>Steps</mat-label>
          <textarea
            matInput
            #stepped
            rows="5"
            [value]="steps()"
            (input)="steps.set(stepped.value); typed()"
          ></textarea>
          <mat-hint>One step to the line.</mat-hint>
        </mat-form-field>
        <mat-form-field>
          <mat-label>What to feel</mat-label>
          <input matInput #felt maxlength="200" [value]="feel()" (input)="feel.set(felt.value); typed()" />
        </mat-form-field>
        <mat-form-field>
          <mat-label>For juniors</mat-label>
          <textarea
            matInput
            #young
            rows="3"
            [value]="junior()"
            (input)="junior.set(young.value); typed()"
          ></textarea>
          <mat-hint>One step to the line; empty: as the one it was copied from.</mat-hint>
        </mat-form-field>
        <div class="row">
          <mat-form-field>
            <mat-label>Times</mat-label>
            <mat-select [value]="reps()" (valueChange)="reps.set($event); typed()">
              @for (n of repChoices; track n) {
                <mat-option [value]="n">{{ n }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
          <mat-form-field>
            <mat-label>Minutes</mat-label>
            <mat-select [value]="minutes()" (valueChange)="minutes.set($event); typed()">
              @for (n of minuteChoices; track n) {
                <mat-option [value]="n">{{ n }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
        </div>
        <p class="row">
          <button
            matButton="filled"
            type="button"
            [disabled]="name().trim() === '' || linesOf(steps(), 240).length === 0"
            (click)="keep()"
          >
            Keep drill
          </button>
          <button matButton type="button" (click)="giveUp()">Leave it</button>
        </p>
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: 8px;
      max-width: 640px;
      margin: 12px 0;
      padding: 12px;
      background: var(--lo-board);
    }
    h2,
    p {
      margin: 0;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
    .row mat-form-field {
      width: 130px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnDrillForm {
  readonly toChange = input.required<DrillToChange>();
  readonly kept = output();
  readonly left = output();

  protected readonly record = stored(OWN_DRILL);
  protected readonly repChoices = REPS;
  protected readonly minuteChoices = MINUTES;
  protected readonly name = signal('');
  protected readonly steps = signal('');
  protected readonly feel = signal('');
  protected readonly junior = signal('');
  protected readonly reps = signal<number>(8);
  protected readonly minutes = signal<number>(5);
  protected readonly cautions: readonly Moment[] = ['own-drill'];
  private basedOn = '';

  constructor() {
    effect(() => {
      const change = this.toChange();
      untracked(() => void this.begin(change));
    });
  }

  protected linesOf(text: string, most: number): string[] {
    return text
      .split('\n')
      .map((line) => line.trim().slice(0, most))
      .filter(Boolean)
      .slice(0, MOST_LINES);
  }

  protected typed(): void {
    this.record.typed(this.filled());
  }

  protected keep(): void {
    this.record.save(this.filled()).subscribe(() => this.kept.emit());
  }

  protected giveUp(): void {
    this.record.forget();
    this.left.emit();
  }

  protected fill({ name, drill }: Pick<OwnDrillInput, 'name' | 'drill'>): void {
    this.basedOn = drill.basedOn;
    this.name.set(name);
    this.steps.set(drill.steps.join('\n'));
    this.feel.set(drill.feel);
    this.junior.set(drill.junior.join('\n'));
    this.reps.set(drill.reps);
    this.minutes.set(drill.minutes);
  }

  private async begin({ id, kept, base }: DrillToChange): Promise<void> {
    const { steps, feel, junior, dose } = base;
    this.fill(
      kept ?? {
        name: `${base.name}, our way`.slice(0, 80),
        drill: { basedOn: base.id, steps: [...steps], feel, junior: [...junior], ...dose },
      },
    );
    const isIt = ({ drill }: OwnDrillInput): boolean => drill.basedOn === base.id;
    const earlier =
      kept === null ? await this.record.beginNew(id, { isIt }) : await this.record.begin(kept.id, kept);
    if (earlier !== null) this.fill(earlier.input);
  }

  private filled(): OwnDrillInput {
    return {
      revision: this.record.stored()?.revision ?? 0,
      name: this.name().trim(),
      drill: {
        basedOn: this.basedOn,
        steps: this.linesOf(this.steps(), MOST_STEP),
        feel: this.feel().trim(),
        junior: this.linesOf(this.junior(), MOST_JUNIOR),
        minutes: this.minutes(),
        reps: this.reps(),
      },
    };
  }
}

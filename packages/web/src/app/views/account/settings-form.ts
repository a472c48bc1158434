import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { type InstructorSettings } from '@lotrecht/records';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { NumberField } from '../../ui/number-field.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** What is set once and never asked again: units, eye, equipment. Kept at every change. */
@Component({
  selector: 'lo-settings-form',
  imports: [MatCheckbox, MatFormField, MatLabel, MatOption, MatSelect, NumberField, ProblemNote],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    <div class="fields">
      <mat-form-field>
        <mat-label>Distances in</mat-label>
        <mat-select [value]="settings().distanceUnit" (valueChange)="keep({ distanceUnit: $event })">
          <mat-option value="m">metres</mat-option>
          <mat-option value="yd">yards</mat-option>
        </mat-select>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Lengths in</mat-label>
        <mat-select [value]="settings().lengthUnit" (valueChange)="keep({ lengthUnit: $event })">
          <mat-option value="mm">millimetres</mat-option>
          <mat-option value="cm">centimetres</mat-option>
          <mat-option value="in">inches and fractions</mat-option>
        </mat-select>
      </mat-form-field>
      <mat-form-field>
        <mat-label>You sight with</mat-label>
        <mat-select [value]="settings().dominantEye ?? ''" (valueChange)="chooseEye($event)">
          <mat-option value="">not tested</mat-option>
          <mat-option value="right">right eye</mat-option>
          <mat-option value="left">left eye</mat-option>
        </mat-select>
      </mat-form-field>
      <lo-number-field
        label="Tape division"
        kind="mm"
        [least]="0.1"
        [most]="50"
        [value]="equipment().tapeDivisionMm"
        (valueChange)="equip({ tapeDivisionMm: $event })"
      />
      <lo-number-field
        label="Rule division"
        kind="mm"
        [least]="0.1"
        [most]="50"
        [value]="equipment().ruleDivisionMm"
        (valueChange)="equip({ ruleDivisionMm: $event })"
      />
      <lo-number-field
        label="String"
        kind="m"
        [most]="100"
        [value]="equipment().stringM"
        (valueChange)="equip({ stringM: $event })"
      />
      <mat-form-field>
        <mat-label>Plumb bobs</mat-label>
        <mat-select [value]="equipment().bobs" (valueChange)="equip({ bobs: $event })">
          @for (n of bobCounts; track n) {
            <mat-option [value]="n">{{ n }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
      <lo-number-field
        label="Rod off the face"
        [kind]="settings().lengthUnit"
        [least]="100"
        [most]="3000"
        [optional]="true"
        [value]="equipment().faceRodMm ?? null"
        (valueChange)="equip({ faceRodMm: $event })"
        (cleared)="withoutFaceRod()"
      />
      <mat-checkbox [checked]="equipment().gauge ?? false" (change)="equip({ gauge: $event.checked })">
        Angle gauge
      </mat-checkbox>
      <mat-checkbox
        class="whole"
        [checked]="settings().figuresFirst ?? false"
        (change)="keep({ figuresFirst: $event.checked })"
      >
        Figures first: angles and chances without a tap
      </mat-checkbox>
    </div>
    <h3>Rods</h3>
    <div class="rods">
      @for (rod of equipment().rodsMm; track $index) {
        <lo-number-field
          [label]="'Rod ' + ($index + 1)"
          [kind]="settings().lengthUnit"
          [least]="100"
          [most]="3000"
          [value]="rod"
          (valueChange)="changeRod($index, $event)"
        />
      }
      <button type="button" (click)="changeRods([...equipment().rodsMm, 1220])">Another rod</button>
      @if (equipment().rodsMm.length > 0) {
        <button type="button" (click)="changeRods(equipment().rodsMm.slice(0, -1))">One rod less</button>
      }
    </div>
    <p class="lo-soft" role="status">{{ kept() ? 'Kept.' : '' }}</p>
  `,
  styleUrl: '../../ui/plain-fields.scss',
  styles: `
    :host {
      display: block;
      width: 100%;
    }
    .whole {
      grid-column: 1 / -1;
    }
    h3 {
      margin: 14px 0 4px;
    }
    .rods {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: end;
    }
    .rods lo-number-field {
      width: 140px;
    }
    button {
      min-height: 44px;
      padding: 0 4px;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-decoration: underline;
      text-underline-offset: 4px;
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SettingsForm {
  private readonly store = inject(SettingsStore);
  protected readonly settings = this.store.settings;
  protected readonly equipment = computed(() => this.settings().equipment);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly kept = signal(false);
  protected readonly bobCounts = [0, 1, 2, 3, 4, 6];

  constructor() {
    this.store.load().subscribe({ error: (error: unknown) => this.problem.set(toProblem(error)) });
  }

  protected chooseEye(eye: string): void {
    this.keep({ dominantEye: eye === 'right' || eye === 'left' ? eye : null });
  }

  protected equip(change: Partial<InstructorSettings['equipment']>): void {
    this.keep({ equipment: { ...this.equipment(), ...change } });
  }

  protected withoutFaceRod(): void {
    const { faceRodMm: _faceRodMm, ...equipment } = this.equipment();
    this.keep({ equipment });
  }

  protected changeRods(rodsMm: number[]): void {
    this.equip({ rodsMm });
  }

  protected changeRod(index: number, mm: number): void {
    this.changeRods(this.equipment().rodsMm.map((rod, i) => (i === index ? mm : rod)));
  }

  protected keep(change: Partial<InstructorSettings>): void {
    this.problem.set(null);
    this.kept.set(false);
    this.store.keep(change).subscribe({
      next: () => this.kept.set(true),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}

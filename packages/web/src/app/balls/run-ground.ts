import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { type PlaceMark } from '@lotrecht/records';
import { CLOCK, saidWind, windOf, WINDS } from './winds.ts';
import { type Run, USUAL_CARRY_M } from './run-of-balls.ts';
import { type Club } from '../data/kinds/club.ts';
import { ClubAndTarget, type ClubOfCheck } from '../ui/club-and-target.ts';
import { NumberField } from '../ui/number-field.ts';

/** With which club, at what, past which gate and in which wind a run is hit. */
@Component({
  selector: 'lo-run-ground',
  imports: [ClubAndTarget, MatFormField, MatLabel, MatOption, MatSelect, NumberField],
  template: `
    <lo-club-and-target
      [club]="club()"
      [target]="run().target ?? {}"
      [bag]="bag()"
      [marks]="marks()"
      (clubChange)="takeClub($event)"
      (targetChange)="change({ target: $event })"
    />
    <div class="fields">
      <lo-number-field
        label="A straight shot carries"
        kind="m"
        [least]="10"
        [most]="300"
        [value]="run().carryM"
        (valueChange)="change({ carryM: $event })"
      />
      <lo-number-field
        label="Gate rod ahead"
        kind="m"
        [least]="0.5"
        [most]="10"
        [optional]="true"
        [value]="run().gateM ?? null"
        (valueChange)="change({ gateM: $event })"
        (cleared)="withoutGate()"
      />
      <mat-form-field>
        <mat-label>Wind</mat-label>
        <mat-select [value]="wind().speedMs" (valueChange)="blow($event, wind().clock)">
          @for (w of winds; track w.speedMs) {
            <mat-option [value]="w.speedMs">{{ w.title }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
      @if (wind().speedMs > 0) {
        <mat-form-field>
          <mat-label>It comes from</mat-label>
          <mat-select [value]="wind().clock" (valueChange)="blow(wind().speedMs, $event)">
            @for (hour of clock; track hour) {
              <mat-option [value]="hour"
                >{{ hour }} o’clock{{ hour === 12 ? ': the target' : '' }}</mat-option
              >
            }
          </mat-select>
        </mat-form-field>
      }
    </div>
  `,
  styleUrl: '../ui/plain-fields.scss',
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunGround {
  readonly run = input.required<Run>();
  readonly bag = input<readonly Club[]>([]);
  readonly marks = input<readonly PlaceMark[]>([]);
  readonly changed = output<Run>();

  protected readonly winds = WINDS;
  protected readonly clock = CLOCK;
  protected readonly wind = computed(() => saidWind(this.run()));
  protected readonly club = computed((): ClubOfCheck => {
    const { clubGroup: group, club: name } = this.run();
    return { group, ...(name !== undefined && { name }) };
  });

  protected change(part: Partial<Run>): void {
    this.changed.emit({ ...this.run(), ...part });
  }

  /** Another group carries otherwise: its usual carry is taken until it is told. */
  protected takeClub({ group, name }: ClubOfCheck): void {
    const { club: _before, ...run } = this.run();
    const carryM = group === run.clubGroup ? run.carryM : USUAL_CARRY_M[group];
    this.changed.emit({ ...run, clubGroup: group, carryM, ...(name !== undefined && { club: name }) });
  }

  protected withoutGate(): void {
    const { gateM: _before, ...run } = this.run();
    this.changed.emit(run);
  }

  protected blow(speedMs: number, clock: number): void {
    this.change(windOf({ clock, speedMs }));
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { RefusedInput, sideSign } from '@lotrecht/core';
import { aimCard, type AimCard as Card, type AimSchool, asideMm } from '@lotrecht/judging';
import { type AimGround, aimText, formatDistance, formatLength } from '@lotrecht/words';
import { SettingsStore } from '../settings/settings.store.ts';
import { NumberField } from '../ui/number-field.ts';
import { aimOf } from '../words/aims.ts';
import { refusedText } from './refused-words.ts';
import { type Run } from './run-of-balls.ts';

/** Toe to toe, mm, where nobody has measured it. */
const USUAL_STANCE_MM = 450;
const USUAL_CURVE_M = 5;
/** Less is no curve that anyone aims off for, m. */
const LEAST_CURVE_M = 2;

type Shape = 'none' | 'fade' | 'draw' | 'usual';

const SCHOOLS: readonly (readonly [AimSchool, string])[] = [
  ['start-line', 'face and body on the start line'],
  ['body-path', 'the body sets the path'],
  ['all-parallel', 'all parallel, for the wind alone'],
];
const TROUBLE: readonly (readonly [number, string])[] = [
  [0, 'none'],
  [-2, 'right: 2° away from it'],
  [2, 'left: 2° away from it'],
];

/** Where to start a ball for a shape in a wind: landmarks first, then rods and feet by the tape, degrees on request. */
@Component({
  selector: 'lo-aim-card',
  imports: [
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
  ],
  template: `
    <mat-button-toggle-group
      aria-label="Wanted shape"
      hideSingleSelectionIndicator
      [value]="shape()"
      (change)="shape.set($event.value)"
    >
      <mat-button-toggle value="none">straight</mat-button-toggle>
      <mat-button-toggle value="fade">fade</mat-button-toggle>
      <mat-button-toggle value="draw">draw</mat-button-toggle>
      @if (usualCurveM() !== null) {
        <mat-button-toggle value="usual">as in this run</mat-button-toggle>
      }
    </mat-button-toggle-group>
    <div class="fields">
      @if (shape() === 'fade' || shape() === 'draw') {
        <lo-number-field
          label="It curves"
          kind="m"
          [least]="1"
          [most]="40"
          [value]="curveM()"
          (valueChange)="curveM.set($event)"
        />
      }
      <mat-form-field>
        <mat-label>School</mat-label>
        <mat-select [value]="school()" (valueChange)="school.set($event)">
          @for (s of schools; track s[0]) {
            <mat-option [value]="s[0]">{{ s[1] }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Trouble</mat-label>
        <mat-select [value]="awayDeg()" (valueChange)="awayDeg.set($event)">
          @for (t of trouble; track t[0]) {
            <mat-option [value]="t[0]">{{ t[1] }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
    </div>
    @if (usualText(); as u) {
      <p class="doing">
        {{ u }}
        <button
          matButton="outlined"
          type="button"
          [attr.aria-pressed]="run().missBy === 'aim-off'"
          (click)="aimOff()"
        >
          Aim off for it
        </button>
        <button
          matButton="outlined"
          type="button"
          [attr.aria-pressed]="run().missBy === 'cure'"
          (click)="missBy.emit('cure')"
        >
          Cure it
        </button>
      </p>
    }
    <div role="status">
      @for (sentence of sentences(); track sentence; let first = $first) {
        <p [class.first]="first">{{ sentence }}</p>
      }
    </div>
    @if (card(); as c) {
      <details>
        <summary>In degrees</summary>
        <p class="lo-soft">{{ degreesText(c) }}</p>
        <p class="lo-soft">Of the usual club and ball: ± 30 % of curve and drift.</p>
      </details>
      @if (canJudge()) {
        <p class="doing">
          <button matButton="outlined" type="button" (click)="judged.emit(rounded(c.startDeg))">
            Judge set-ups from this start line
          </button>
          @if (startLineDeg() !== 0) {
            <button matButton type="button" (click)="judged.emit(0)">Judge from the target again</button>
          }
        </p>
      }
      @if (startLineDeg() !== 0) {
        <p role="note">The next set-ups are judged from {{ sided(startLineDeg()) }} of the target.</p>
      }
    }
  `,
  styleUrl: '../ui/plain-fields.scss',
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    mat-button-toggle-group {
      justify-self: start;
    }
    p {
      margin: 0;
    }
    .first {
      font-size: 1.25rem;
      font-weight: 600;
    }
    .doing {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    summary {
      min-height: 36px;
      line-height: 36px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AimCard {
  /** Club, carry, gate and wind are those of the run. */
  readonly run = input.required<Run>();
  readonly handedness = input.required<'right' | 'left'>();
  /** What is seen from the ball, from the target on. */
  readonly seen = input<AimGround['seen']>([]);
  /** What set-ups of the lesson are judged from now, degrees from the target, right positive. */
  readonly startLineDeg = input(0);
  /** How far balls of this run usually curve at the target in still air, m, right positive; null: not known yet. */
  readonly usualCurveM = input<number | null>(null);
  /** There is a lesson whose set-ups may be judged from there. */
  readonly canJudge = input(true);
  readonly judged = output<number>();
  /** What is done about it: kept with the run. */
  readonly missBy = output<NonNullable<Run['missBy']>>();

  private readonly settings = inject(SettingsStore);
  protected readonly schools = SCHOOLS;
  protected readonly trouble = TROUBLE;
  protected readonly shape = signal<Shape>('none');
  protected readonly curveM = signal(USUAL_CURVE_M);
  protected readonly school = signal<AimSchool>('start-line');
  protected readonly awayDeg = signal(0);

  private readonly answer = computed((): Card | RefusedInput => {
    const { clubGroup: club, carryM, windRightMs: rightMs, windAheadMs: aheadMs } = this.run();
    const side = sideSign(this.handedness());
    const shaped = side * this.curveM();
    const curveM = { none: 0, fade: shaped, draw: -shaped, usual: this.usualCurveM() ?? 0 }[this.shape()];
    try {
      return aimCard({
        swing: { club, carryM, wind: { rightMs, aheadMs } },
        curveM,
        school: this.school(),
        awayDeg: this.awayDeg(),
      });
    } catch (error) {
      if (error instanceof RefusedInput) return error;
      throw error;
    }
  });
  protected readonly card = computed(() => {
    const answer = this.answer();
    return answer instanceof RefusedInput ? null : answer;
  });
  protected readonly sentences = computed((): readonly string[] => {
    const answer = this.answer();
    if (answer instanceof RefusedInput) {
      const { field, detail } = answer;
      return [refusedText({ field, least: detail.least, most: detail.most }, this.run().carryM)];
    }
    const { startDeg, faceDeg, bodyDeg, carryM } = answer;
    const length = this.settings.settings().lengthUnit;
    const apart = this.school() === 'body-path' && this.shape() !== 'none';
    const { gateM } = this.run();
    return [
      `Start it ${this.beside(startDeg)}.`,
      ...(apart
        ? [`Body ${this.beside(bodyDeg)}.`, `Face ${this.beside(faceDeg)}.`]
        : ['Face, feet, knees, hips and shoulders go there too.']),
      ...(gateM === undefined ? [] : [`Gate rod: ${asideText(asideMm(startDeg, gateM * 1000), length)}.`]),
      footText(asideMm(this.handedness() === 'right' ? bodyDeg : -bodyDeg, USUAL_STANCE_MM), length),
      `It carries ${Math.round(carryM)} m. From address it looks wrong: trust the start line.`,
    ];
  });

  /** The curve of this run, where it is one. */
  protected readonly usualText = computed(() => {
    const curveM = this.usualCurveM();
    if (curveM === null || Math.abs(curveM) < LEAST_CURVE_M) return null;
    const far = formatDistance(Math.round(Math.abs(curveM)), this.settings.settings().distanceUnit);
    return `Balls of this run curve ${far} ${curveM < 0 ? 'left' : 'right'}.`;
  });

  protected aimOff(): void {
    this.shape.set('usual');
    this.missBy.emit('aim-off');
  }

  protected degreesText({ startDeg, faceDeg, bodyDeg }: Card): string {
    return `Start ${this.sided(startDeg)}, face ${this.sided(faceDeg)}, body ${this.sided(bodyDeg)}.`;
  }

  protected sided(deg: number): string {
    const shown = Math.abs(deg).toFixed(1);
    return shown === '0.0' ? '0°' : `${shown}° ${deg < 0 ? 'left' : 'right'}`;
  }

  protected rounded(deg: number): number {
    return Math.round(deg * 10) / 10;
  }

  private beside(deg: number): string {
    const { target } = this.run();
    const ground: AimGround = {
      ...(target?.name !== undefined && { targetName: target.name }),
      seen: this.seen(),
      unit: this.settings.settings().distanceUnit,
    };
    return aimText(aimOf(deg, { handedness: 'right', distanceM: target?.distanceM }), ground);
  }
}

function asideText(mm: number, unit: Parameters<typeof formatLength>[1]): string {
  if (Math.abs(mm) < 1) return 'on the target line';
  return `${formatLength(Math.round(Math.abs(mm)), unit)} ${mm < 0 ? 'left' : 'right'} of the target line`;
}

/** Of the usual stance: closed is away from the line. */
function footText(mm: number, unit: Parameters<typeof formatLength>[1]): string {
  if (Math.abs(mm) < 1) return 'Feet as for a straight ball.';
  return `Trail foot ${formatLength(Math.round(Math.abs(mm)), unit)} ${mm < 0 ? 'toward the line' : 'away from the line'}.`;
}

import { CdkDrag, type CdkDragDrop, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { ROUTINE_STEPS } from '@lotrecht/core';
import { routineOfMethod, type ToldStep } from '@lotrecht/judging';
import { type MethodDocument } from '@lotrecht/records';
import { stepTitle } from '@lotrecht/words';
import { NumberField } from '../../ui/number-field.ts';

type Wanted = NonNullable<MethodDocument['routineExpected']>;
type Counted = 'looks' | 'rehearsals' | 'overBallS';

const COUNTED: readonly (readonly [Counted, title: string, kind: '' | 's', most: number])[] = [
  ['looks', 'Looks', '', 30],
  ['rehearsals', 'Practice swings', '', 30],
  ['overBallS', 'Over the ball', 's', 120],
];

/** The routine of an own method while it is changed: steps in order, own ones among them, and what is wanted besides. */
@Component({
  selector: 'lo-routine-form',
  imports: [
    CdkDrag,
    CdkDropList,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
    ReactiveFormsModule,
  ],
  templateUrl: './routine-form.html',
  styleUrls: ['../../ui/plain-fields.scss', './method-form.scss'],
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoutineForm {
  readonly method = input.required<MethodDocument>();
  readonly changed = output<Partial<MethodDocument>>();

  private readonly announcer = inject(LiveAnnouncer);
  protected readonly told = computed(() => routineOfMethod(this.method()).told);
  /** Steps of the vocabulary that are not in it yet. */
  protected readonly free = computed(() => {
    const taken = this.told().map(({ step }) => step);
    return ROUTINE_STEPS.filter((step) => !taken.includes(step)).map((step) => ({
      step,
      title: stepTitle(step),
    }));
  });
  /** The step whose words are being changed. */
  protected readonly wording = signal<string | null>(null);
  protected readonly moving = computed(() => this.method().routineExpected?.moving ?? null);
  protected readonly own = new FormControl('', { nonNullable: true });
  protected readonly counted = computed(() => {
    const wanted = this.method().routineExpected ?? {};
    return COUNTED.map(([key, title, kind, most]) => ({
      key,
      title,
      kind,
      most,
      from: wanted[key]?.[0] ?? null,
      to: wanted[key]?.[1] ?? null,
    }));
  });

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  /** Also by key: one place up or down. */
  protected move(from: number, to: number): void {
    const steps = [...this.told()];
    const moved = steps[from];
    if (moved === undefined || to < 0 || to >= steps.length) return;
    moveItemInArray(steps, from, to);
    this.keep(steps);
    void this.announcer.announce(`${moved.title}, place ${to + 1} of ${steps.length}`);
  }

  protected leaveOut(at: number): void {
    this.keep(this.told().filter((_step, index) => index !== at));
  }

  protected take(step: string): void {
    this.changed.emit({ routine: [...this.items(this.told()), { step }] });
  }

  /** What is said at a step; nothing typed: as it is usually said. */
  protected say(step: string, words: string): void {
    const cue = words.trim();
    const routine = this.items(this.told()).map((item) => {
      if (typeof item === 'string' || item.step !== step) return item;
      return { step, ...(cue !== '' && { cue }) };
    });
    this.changed.emit({ routine });
    this.wording.set(null);
  }

  protected holdStill(moving: boolean | null): void {
    const { moving: _before, ...others }: Wanted = this.method().routineExpected ?? {};
    this.changed.emit({ routineExpected: { ...others, ...(moving !== null && { moving }) } });
  }

  /** A step of its own, by its title. */
  protected takeOwn(): void {
    const title = this.own.value.trim();
    if (title === '' || this.told().some(({ step }) => step === `own:${title}`)) return;
    this.take(`own:${title}`);
    this.own.reset();
  }

  /** From and to are told together: the other end follows where it would be passed. */
  protected want(key: Counted, end: 0 | 1, value: number): void {
    const before = this.method().routineExpected ?? {};
    const [from, to] = before[key] ?? [value, value];
    const range: [number, number] = end === 0 ? [value, Math.max(value, to)] : [Math.min(from, value), value];
    this.changed.emit({ routineExpected: { ...before, [key]: range } });
  }

  protected wantNothing(key: Counted): void {
    const { [key]: _gone, ...others }: Wanted = this.method().routineExpected ?? {};
    this.changed.emit({ routineExpected: others });
  }

  private keep(steps: readonly ToldStep[]): void {
    this.changed.emit({ routine: this.items(steps) });
  }

  /** Cues of its own stay with their steps. */
  private items(steps: readonly ToldStep[]): MethodDocument['routine'] {
    const cues = new Map(
      this.method().routine.flatMap((item) =>
        typeof item === 'object' && item.cue !== undefined ? [[item.step, item.cue] as const] : [],
      ),
    );
    return steps.map(({ step }) => {
      const cue = cues.get(step);
      return { step, ...(cue !== undefined && { cue }) };
    });
  }
}

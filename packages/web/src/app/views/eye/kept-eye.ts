import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { type StandWish } from '@lotrecht/core';
import { type PracticeDoneInput } from '@lotrecht/records';
import { type DistanceUnit } from '@lotrecht/words';
import { PRACTICE_DONE, type PracticeDone } from '../../data/kinds/practice-done.ts';
import { stored } from '../../data/stored-record.ts';
import { EyeTrainer } from '../../sight/eye-trainer.ts';
import { type EyeTraining, practiceOfEye } from '../../sight/eye-training.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';

type Eye = NonNullable<PracticeDoneInput['practice']['eye']>;

/** Pictures that a student answers in a lesson: on this device at every answer, on the server at their end. */
@Component({
  selector: 'lo-kept-eye',
  imports: [EyeTrainer, RecordTrouble],
  template: `
    <lo-record-trouble [record]="record" />
    @if (ready()) {
      <lo-eye-trainer
        [wish]="wish()"
        [unit]="unit()"
        [training]="training()"
        [earlier]="earlier()"
        (changed)="keep($event)"
        (practised)="end($event)"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptEye {
  readonly id = input.required<string>();
  readonly studentId = input.required<string>();
  readonly wish = input.required<StandWish>();
  readonly unit = input.required<DistanceUnit>();
  readonly earlier = input.required<readonly Eye[]>();
  /** Asked to be kept: what is not sent yet goes out from the device. */
  readonly practised = output<PracticeDone>();

  protected readonly record = stored(PRACTICE_DONE);
  protected readonly training = signal<EyeTraining | null>(null);
  protected readonly ready = signal(false);

  constructor() {
    effect(() => {
      const [id, studentId] = [this.id(), this.studentId()];
      untracked(() => void this.open(id, studentId));
    });
  }

  protected keep(training: EyeTraining | null): void {
    this.training.set(training);
    if (training === null) this.record.forget();
    else
      this.record.typed(
        this.inputOf(practiceOfEye(training, this.wish().target.distanceM, Date.now())),
        training,
      );
  }

  protected end(done: Omit<PracticeDoneInput, 'studentId' | 'revision'>): void {
    const input = this.inputOf(done);
    this.record.save(input).subscribe();
    this.practised.emit({ ...input, id: this.record.id });
  }

  /** One that was begun for this student goes on; one that has ended waits to be sent, and is another. */
  private async open(id: string, studentId: string): Promise<void> {
    const isIt = (input: PracticeDoneInput, more: unknown): boolean =>
      more !== null && input.studentId === studentId && input.practice.exercise === 'eye';
    const earlier = await this.record.beginNew(id, { isIt, studentId });
    this.training.set((earlier?.more ?? null) as EyeTraining | null);
    this.ready.set(true);
  }

  private inputOf(done: Omit<PracticeDoneInput, 'studentId' | 'revision'>): PracticeDoneInput {
    return { revision: 0, studentId: this.studentId(), ...done };
  }
}

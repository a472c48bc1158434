import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { type PracticeDoneInput, type TrainingGround } from '@lotrecht/records';
import { PRACTICE_DONE } from '../../data/kinds/practice-done.ts';
import { stored } from '../../data/stored-record.ts';
import { type Practised, Trainer } from '../../trainer/trainer.ts';
import { practiceOf, type Training } from '../../trainer/training.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';

/** One training of a student: on this device at every step, on the server at its end. */
@Component({
  selector: 'lo-kept-training',
  imports: [RecordTrouble, Trainer],
  template: `
    <lo-record-trouble [record]="record" />
    @if (ready()) {
      <lo-trainer
        checkTitle="Blind set-up"
        [ground]="ground()"
        [training]="training()"
        (changed)="keep($event)"
        (practised)="end($event)"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptTraining {
  readonly id = input.required<string>();
  readonly studentId = input.required<string>();
  readonly ground = input.required<TrainingGround>();
  /** Asked to be kept: what is not sent yet goes out from the device. */
  readonly practised = output<Practised>();

  protected readonly record = stored(PRACTICE_DONE);
  protected readonly training = signal<Training | null>(null);
  /** The device was asked whether one was begun here. */
  protected readonly ready = signal(false);

  constructor() {
    effect(() => {
      const [id, studentId] = [this.id(), this.studentId()];
      untracked(() => void this.open(id, studentId));
    });
  }

  protected keep(training: Training | null): void {
    this.training.set(training);
    if (training === null) this.record.forget();
    else this.record.typed(this.inputOf(practiceOf(training, this.ground().method, null)), training);
  }

  protected end(practised: Practised): void {
    this.record.save(this.inputOf(practised.done)).subscribe();
    this.practised.emit(practised);
  }

  /** One that was begun for this student goes on; one that has ended waits to be sent, and is another. */
  private async open(id: string, studentId: string): Promise<void> {
    const isIt = (input: PracticeDoneInput, more: unknown): boolean =>
      more !== null && input.studentId === studentId && input.practice.exercise !== 'eye';
    const earlier = await this.record.beginNew(id, { isIt, studentId });
    this.training.set((earlier?.more ?? null) as Training | null);
    this.ready.set(true);
  }

  private inputOf(done: Practised['done']): PracticeDoneInput {
    return { revision: 0, studentId: this.studentId(), ...done };
  }
}

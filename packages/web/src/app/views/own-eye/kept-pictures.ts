import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { type StandWish } from '@lotrecht/core';
import { type EyeOnScreenInput } from '@lotrecht/records';
import { type DistanceUnit } from '@lotrecht/words';
import { EYE_ON_SCREEN, type EyeOnScreen } from '../../data/kinds/eye-on-screen.ts';
import { stored } from '../../data/stored-record.ts';
import { EyeTrainer } from '../../sight/eye-trainer.ts';
import { type EyeTraining, practiceOfEye } from '../../sight/eye-training.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';

/** Pictures that an instructor answers for themselves: on this device at every answer, on the server at their end. */
@Component({
  selector: 'lo-kept-pictures',
  imports: [EyeTrainer, RecordTrouble],
  template: `
    <lo-record-trouble [record]="record" />
    @if (ready()) {
      <lo-eye-trainer
        whose="student"
        [wish]="wish()"
        [unit]="unit()"
        [training]="training()"
        (changed)="keep($event)"
        (practised)="end()"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptPictures {
  readonly id = input.required<string>();
  readonly wish = input.required<StandWish>();
  readonly unit = input.required<DistanceUnit>();
  /** Something is being answered: what it is asked of stays as it is. */
  readonly answering = output<boolean>();
  /** Asked to be kept: what is not sent yet goes out from the device. */
  readonly trained = output<EyeOnScreen>();

  protected readonly record = stored(EYE_ON_SCREEN);
  protected readonly training = signal<EyeTraining | null>(null);
  protected readonly ready = signal(false);

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.open(id));
    });
  }

  protected keep(training: EyeTraining | null): void {
    this.training.set(training);
    this.answering.emit(training !== null);
    if (training === null) this.record.forget();
    else this.record.typed(this.inputOf(training), training);
  }

  protected end(): void {
    const training = this.training();
    if (training === null) return;
    const input = this.inputOf(training);
    this.record.save(input).subscribe();
    this.answering.emit(false);
    this.trained.emit({ ...input, id: this.record.id });
  }

  /** One that was begun here goes on. */
  private async open(id: string): Promise<void> {
    const earlier = await this.record.beginNew(id, { isIt: (_input, more) => more !== null });
    const training = (earlier?.more ?? null) as EyeTraining | null;
    this.training.set(training);
    this.answering.emit(training !== null);
    this.ready.set(true);
  }

  private inputOf(training: EyeTraining): EyeOnScreenInput {
    const { target, handedness } = this.wish();
    const { doneOn, startedAt, practice } = practiceOfEye(training, target.distanceM, Date.now());
    const { task, line = 'toes', wanted, trials } = training;
    const { seconds } = practice;
    return {
      revision: 0,
      doneOn,
      startedAt,
      pictures: {
        task,
        line,
        handedness,
        wanted,
        seconds,
        distanceM: target.distanceM,
        trials: [...trials],
      },
    };
  }
}

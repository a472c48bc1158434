import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { usualStand } from '@lotrecht/paper';
import { type PracticeDoneInput, type StudentLinkPage } from '@lotrecht/records';
import { EyeTrainer } from '../../sight/eye-trainer.ts';
import { type EyeTraining } from '../../sight/eye-training.ts';

/** Pictures for a student's own eye, at home: with their club, at what they know. */
@Component({
  selector: 'lo-eye-at-home',
  imports: [EyeTrainer],
  template: `
    @if (wish(); as w) {
      <lo-eye-trainer
        [unit]="page().units?.distance ?? 'm'"
        [wish]="w"
        [training]="training()"
        (changed)="changed.emit($event)"
        (practised)="practised.emit($event)"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EyeAtHome {
  readonly page = input.required<StudentLinkPage>();
  readonly training = input.required<EyeTraining | null>();
  readonly changed = output<EyeTraining | null>();
  readonly practised = output<Omit<PracticeDoneInput, 'studentId' | 'revision'>>();

  protected readonly wish = computed(() => {
    const { target, eye, handedness } = this.page();
    if (target === null) return null;
    const { clubGroup: club, marks, statureMm } = eye;
    return usualStand({ handedness, club, target, marks, statureMm });
  });
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { RouterLink } from '@angular/router';
import { SessionStore } from '../../session/session.store.ts';
import { letterKeys, switchLetterKeys } from '../../device/letter-keys.ts';
import { ThemeStore } from '../../device/theme.store.ts';
import { AutoLock, LOCK_CHOICES } from '../../session/auto-lock.ts';
import { EyeStore } from '../../settings/eye.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { atText, placeText, type Told } from '../../words/aims.ts';
import { Devices } from './devices.ts';
import { Leaving } from './leaving.ts';
import { OwnTimes } from './own-times.ts';
import { PasswordForm } from './password-form.ts';
import { SettingsForm } from './settings-form.ts';

@Component({
  selector: 'lo-account',
  imports: [
    MatButton,
    MatRadioButton,
    MatRadioGroup,
    Devices,
    Leaving,
    OwnTimes,
    PasswordForm,
    RouterLink,
    SettingsForm,
  ],
  templateUrl: './account.html',
  styleUrl: './account.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountView {
  protected readonly store = inject(SessionStore);
  protected readonly theme = inject(ThemeStore);
  protected readonly letterKeys = letterKeys;
  protected readonly switchLetterKeys = switchLetterKeys;
  protected readonly autoLock = inject(AutoLock);
  protected readonly lockChoices = LOCK_CHOICES;

  private readonly eye = inject(EyeStore);
  private readonly settings = inject(SettingsStore);
  /** Bias and uncertainty with their intervals, or how to come by them. */
  protected readonly eyeText = computed(() => {
    const eye = this.eye.eye();
    if (eye === null || eye.biasDeg === null) {
      return 'No guess yet. Before the reveal of a blind baseline, swipe where your eye sees the feet point.';
    }
    const told: Told = { handedness: 'right', unit: this.settings.settings().distanceUnit };
    const half = eye.biasHalfDeg === null ? '' : ` ± ${eye.biasHalfDeg.toFixed(1)}°`;
    const own = eye.uncertaintyIntervalDeg;
    const spread =
      eye.uncertaintyDeg === null || own === null
        ? ''
        : `, scatter ${eye.uncertaintyDeg.toFixed(1)}° (${own[0].toFixed(1)}° to ${own[1].toFixed(1)}°)`;
    const figures = `${Math.abs(eye.biasDeg).toFixed(1)}°${half}${spread}, ${eye.count} guesses`;
    return `It sees lines ${placeText(eye.biasDeg, told)} of where they are, ${atText(told)} (${figures}).`;
  });

  constructor() {
    this.eye.load();
  }
}

import { DOCUMENT, effect, inject, Injectable, signal } from '@angular/core';
import { keepOnDevice, textOnDevice } from './on-device.ts';

/** Daylight for the tee, dim for the evening. */
export type Theme = 'daylight' | 'dim';

const KEY = 'lotrecht-theme';

/** The look of this device; remembered here and nowhere else. */
@Injectable({ providedIn: 'root' })
export class ThemeStore {
  private readonly document = inject(DOCUMENT);
  readonly theme = signal<Theme>(textOnDevice(KEY) === 'dim' ? 'dim' : 'daylight');

  constructor() {
    effect(() => {
      const theme = this.theme();
      this.document.documentElement.dataset['theme'] = theme;
      keepOnDevice(KEY, theme);
    });
  }
}

import { signal } from '@angular/core';
import { keepOnDevice, textOnDevice } from './on-device.ts';

const KEY = 'lotrecht-letter-keys';

/** Whether keys of one letter, digit or sign do something by themselves on this device: speech input types them too. */
const state = signal(textOnDevice(KEY) !== 'off');
export const letterKeys = state.asReadonly();

/** Switches them on or off; remembered here and nowhere else. */
export function switchLetterKeys(on: boolean): void {
  state.set(on);
  keepOnDevice(KEY, on ? 'on' : 'off');
}

import { dropFromDevice, keepOnDevice, textOnDevice } from '../device/on-device.ts';

const KEY = 'lotrecht-place';

/** The place where the last lesson was held on this device, or null. */
export function usualPlace(): string | null {
  return textOnDevice(KEY);
}

/** Remembers where lessons are held. */
export function keepUsualPlace(placeId: string | null): void {
  if (placeId === null) dropFromDevice(KEY);
  else keepOnDevice(KEY, placeId);
}

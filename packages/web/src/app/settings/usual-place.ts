import { keepOnDevice } from '../device/on-device.ts';

const KEY = 'lotrecht-place';

/** The place where the last lesson was held on this device, or null. */
export function usualPlace(): string | null {
  return localStorage.getItem(KEY);
}

/** Remembers where lessons are held. */
export function keepUsualPlace(placeId: string | null): void {
  if (placeId === null) localStorage.removeItem(KEY);
  else keepOnDevice(KEY, placeId);
}

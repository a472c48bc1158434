import { signal } from '@angular/core';

const failing = signal(false);

/** This device refused to keep something: its storage is full or closed to us. Said until it keeps again. */
export const deviceFails = failing.asReadonly();

/** Keeps a text on this device. A device without room is said on the screen; what is typed stays there. */
export function keepOnDevice(key: string, text: string): void {
  try {
    localStorage.setItem(key, text);
    failing.set(false);
  } catch {
    failing.set(true);
  }
}

/** What the device answers, or the other where it cannot; then that is said on the screen. */
export async function fromDevice<T>(answer: Promise<T>, otherwise: T): Promise<T> {
  try {
    const answered = await answer;
    failing.set(false);
    return answered;
  } catch {
    failing.set(true);
    return otherwise;
  }
}

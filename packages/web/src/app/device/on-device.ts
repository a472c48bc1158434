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

/** A text that is kept on this device; null: none. */
export function textOnDevice(key: string): string | null {
  return localStorage.getItem(key);
}

/** What is kept on this device as JSON; null: nothing, or something that another version or somebody else has written. */
export function readOnDevice(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    // No JSON of ours: as if nothing had been kept.
    return null;
  }
}

/** Nothing stands under a key any more. */
export function dropFromDevice(key: string): void {
  localStorage.removeItem(key);
}

/** Every key under which something is kept. */
export function keysOnDevice(): readonly string[] {
  return Object.keys(localStorage);
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

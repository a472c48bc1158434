import { signal } from '@angular/core';

/** A part of the program that could not be fetched: the network is away, or its file was replaced by a newer one. */
interface Unfetched {
  /** The address that was gone to; null: something on the page that stands. */
  readonly to: string | null;
  /** How often it has failed by now, from 1. */
  readonly tries: number;
}

const state = signal<Unfetched | null>(null);

/** What could not be fetched, said until it is. */
export const unfetched = state.asReadonly();

/**
 * As browsers say that a file of the program did not come, each in words of its own; NG0750 is Angular’s for a part of a
 * page that is fetched later.
 */
const UNFETCHED = /dynamically imported module|importing a module script failed|\bNG0750\b/i;

/** @returns whether an error, or what has caused it, is of a file of the program that did not come */
export function isUnfetched(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  return UNFETCHED.test(error.message) || isUnfetched(error.cause);
}

/** An address did not open because its part of the program did not come. */
export function addressUnfetched(to: string): void {
  state.update((before) => ({ to, tries: before?.to === to ? before.tries + 1 : 1 }));
}

/** Something on the page did not come. An address that did not open is said before it. */
export function partUnfetched(): void {
  state.update((before) => before ?? { to: null, tries: 1 });
}

/** It is there now, or nobody wants it any more. */
export function fetched(): void {
  state.set(null);
}

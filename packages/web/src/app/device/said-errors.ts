import { ErrorHandler } from '@angular/core';
import { isUnfetched, partUnfetched } from './unfetched.ts';

/** Errors nobody has caught: a part of the program that did not come is said on the screen, any other in the console. */
export class SaidErrors extends ErrorHandler {
  override handleError(error: unknown): void {
    if (isUnfetched(error)) partUnfetched();
    else super.handleError(error);
  }
}

import { addressUnfetched, fetched, isUnfetched, partUnfetched, unfetched } from './unfetched.ts';
import { SaidErrors } from './said-errors.ts';

describe('a part of the program that does not come', () => {
  beforeEach(() => fetched());

  it.each([
    'Failed to fetch dynamically imported module: https://tee.example/chunk-A.js',
    'error loading dynamically imported module: https://tee.example/chunk-A.js',
    'Importing a module script failed.',
    'NG0750',
  ])('is known by its words: %s', (message) => {
    expect(isUnfetched(new TypeError(message))).toBe(true);
    expect(isUnfetched(new Error('of another', { cause: new TypeError(message) }))).toBe(true);
  });

  it.each([new Error('NG0100'), 'Importing a module script failed.', null])(
    'is nothing else: %s',
    (error) => {
      expect(isUnfetched(error)).toBe(false);
    },
  );

  it('is counted by its address, and said before what is missing on a page', () => {
    partUnfetched();
    expect(unfetched()).toEqual({ to: null, tries: 1 });
    addressUnfetched('/places');
    addressUnfetched('/places');
    partUnfetched();
    expect(unfetched()).toEqual({ to: '/places', tries: 2 });
    addressUnfetched('/station');
    expect(unfetched()).toEqual({ to: '/station', tries: 1 });
  });

  it('is said where nobody catches it', () => {
    const console = vi.spyOn(globalThis.console, 'error').mockReturnValue();
    new SaidErrors().handleError(new Error('of something else'));
    expect(unfetched()).toBeNull();
    new SaidErrors().handleError(new Error('NG0750'));
    expect(unfetched()).toEqual({ to: null, tries: 1 });
    expect(console).toHaveBeenCalledTimes(1);
  });
});

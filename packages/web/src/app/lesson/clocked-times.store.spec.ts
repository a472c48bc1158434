import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { ClockedTimesStore } from './clocked-times.store.ts';
import { SessionStore } from '../session/session.store.ts';

function signedIn(id: string): ClockedTimesStore {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  TestBed.inject(SessionStore).load().subscribe();
  TestBed.inject(HttpTestingController)
    .expectOne('/api/session')
    .flush({ instructor: { id, name: id, role: 'head', email: '' }, academy: { id: 'a', name: 'a' } });
  return TestBed.inject(ClockedTimesStore);
}

describe('clocked times', () => {
  beforeEach(() => localStorage.clear());

  it('are kept for whoever is signed in, with a helper and alone', () => {
    const store = signedIn('marit');
    store.note('bobsS', 7.04, false);
    store.note('bobsS', 12, true);
    expect(store.of(false)).toEqual({ bobsS: [7] });
    expect(store.of(true)).toEqual({ bobsS: [12] });
    expect(signedIn('teo').of(false)).toEqual({});
    expect(signedIn('marit').of(false)).toEqual({ bobsS: [7] });
  });

  it('are the newest fifteen, without what no reading takes, and can be forgotten', () => {
    const store = signedIn('marit');
    for (let s = 1; s <= 20; s++) store.note('tapeS', s, false);
    store.note('tapeS', 0.1, false);
    store.note('tapeS', 600, false);
    store.note('tapeS', Number.NaN, false);
    expect(store.of(false).tapeS).toEqual(Array.from({ length: 15 }, (_, i) => i + 6));
    store.forget();
    expect(signedIn('marit').of(false)).toEqual({});
  });

  it('begin anew where what is kept cannot be read', () => {
    localStorage.setItem('lotrecht-clocked', 'null');
    expect(signedIn('marit').of(false)).toEqual({});
    localStorage.setItem('lotrecht-clocked', '{"marit":');
    expect(signedIn('marit').of(false)).toEqual({});
  });
});

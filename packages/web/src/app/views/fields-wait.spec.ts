import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { drillOf } from '@lotrecht/paper';
import { type SessionView } from '@lotrecht/records';
import { DeviceStore } from '../data/device-store.ts';
import { SessionStore } from '../session/session.store.ts';
import { OwnDrillForm } from './drills/own-drill-form.ts';
import { NextDay } from './hand-out/next-day.ts';
import { PlacePage } from './place/place.ts';
import { Bag } from './student/bag.ts';

type Inputs = Readonly<Record<string, unknown>>;

const lesson = {
  id: 'l',
  revision: 1,
  studentId: 's',
  heldOn: '2027-03-01',
  nextOn: null,
  placeId: null,
  windy: false,
  notes: '',
  checks: [],
};

/** Forms, and what a page says of them first. What names a student is on no device: that form waits for nothing. */
const FORMS: readonly [name: string, form: Type<unknown>, inputs: Inputs, press?: string][] = [
  ['a new place', PlacePage, {}],
  ['an own drill', OwnDrillForm, { toChange: { id: 'd', kept: null, base: drillOf('toe-rod') } }],
  ['the next day', NextDay, { lesson }],
  ['a club', Bag, { studentId: 's' }, 'Add club'],
];

describe('a form', () => {
  it.each(FORMS)(
    '%s: has no field before the device has said what was typed into it',
    async (_name, form, inputs, press) => {
      const answers: (() => void)[] = [];
      const whenAsked =
        <T>(answer: T) =>
        (): Promise<T> =>
          new Promise((resolve) => answers.push(() => resolve(answer)));
      TestBed.configureTestingModule({
        providers: [
          provideRouter([]),
          provideHttpClient(),
          provideHttpClientTesting(),
          { provide: DeviceStore, useValue: { change: whenAsked(null), all: whenAsked([]) } },
          {
            provide: SessionStore,
            useValue: { session: signal({ instructor: { id: 'i' } } as SessionView) },
          },
        ],
      });
      const fixture = TestBed.createComponent(form);
      for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
      const page = fixture.nativeElement as HTMLElement;
      const settled = async (): Promise<void> => {
        fixture.detectChanges();
        await new Promise((resolve) => setTimeout(resolve, 0));
        fixture.detectChanges();
      };
      const fields = (): number => page.querySelectorAll('input, textarea, .row button').length;
      await settled();
      for (const request of TestBed.inject(HttpTestingController).match(() => true)) request.flush([]);
      await settled();
      if (press !== undefined) {
        [...page.querySelectorAll('button')].find((button) => button.textContent.includes(press))?.click();
        await settled();
      }
      expect([fields(), answers.length > 0]).toEqual([0, true]);
      // A new one asks the device twice: which was begun, and what was typed into it.
      for (let asked = answers.shift(); asked !== undefined; asked = answers.shift()) {
        asked();
        await settled();
      }
      expect(fields()).toBeGreaterThan(0);
    },
  );
});

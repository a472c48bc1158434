import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { createEnvironmentInjector, EnvironmentInjector, runInInjectionContext, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type PlaceInput, type PlaceView } from '@lotrecht/records';
import { SessionStore } from '../../session/session.store.ts';
import { DeviceStore } from '../device-store.ts';
import { PLACE } from '../kinds/place.ts';
import { stored } from '../stored-record.ts';
import { DeviceInMemory, settled } from './device-in-memory.ts';

export const rim: PlaceView = { id: 'p', revision: 1, name: 'Rim', kind: 'range', marks: [] };
export const typedRim: PlaceInput = { revision: 1, name: 'North rim', kind: 'range', marks: [] };

/** An open record with a server that is answered by hand, a device in memory, and a page that can be left. */
export function opened() {
  const device = new DeviceInMemory();
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: DeviceStore, useValue: device },
      { provide: SessionStore, useValue: { session: signal({ locked: false, instructor: { id: 'i' } }) } },
    ],
  });
  const page = createEnvironmentInjector([], TestBed.inject(EnvironmentInjector));
  const record = runInInjectionContext(page, () => stored(PLACE));
  const http = TestBed.inject(HttpTestingController);
  return {
    device,
    record,
    leave: () => page.destroy(),
    /** What has been sent and is not answered, once the device has it. */
    sent: async (id = 'p') => {
      await settled();
      return http.expectOne(`/api/places/${id}`);
    },
    nothingSent: async (id = 'p') => {
      await settled();
      http.expectNone(`/api/places/${id}`);
    },
    http,
  };
}

export const CONFLICT = { status: 409, statusText: 'Conflict' };
export const conflictWith = (current: PlaceView) => ({
  status: 409,
  code: 'conflict',
  kind: 'place',
  title: '',
  current,
});

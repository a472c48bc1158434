import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { type InstructorView, type TodayView } from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

function wire() {
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  return { wire: TestBed.inject(Wire), http: TestBed.inject(HttpTestingController) };
}

describe('the wire', () => {
  it('asks a route by its name, with what its path names, its query and its headers', () => {
    const { wire: asked, http } = wire();
    asked.ask('GET /api/students/:id/known', { at: { id: 'a/b' }, query: { on: '2027-01-02' } }).subscribe();
    const { request } = http.expectOne('/api/students/a%2Fb/known?on=2027-01-02');
    expect([request.method, request.body]).toEqual(['GET', null]);
    asked.ask('GET /api/take-home', { headers: { Authorization: 'Bearer x' } }).subscribe();
    expect(http.expectOne('/api/take-home').request.headers.get('Authorization')).toBe('Bearer x');
  });

  it('sends a body with what changes something, an empty one where nothing is said, and none to take away', () => {
    const { wire: asked, http } = wire();
    asked.ask('PUT /api/password', { body: { current: 'a', password: 'b' } }).subscribe();
    expect(http.expectOne('/api/password').request.body).toEqual({ current: 'a', password: 'b' });
    asked.ask('POST /api/session/lock').subscribe();
    expect(http.expectOne('/api/session/lock').request.body).toEqual({});
    asked.ask('DELETE /api/sessions/:id', { at: { id: '1' } }).subscribe();
    const { request } = http.expectOne('/api/sessions/1');
    expect([request.method, request.body]).toEqual(['DELETE', null]);
  });

  it('gives a file as a file', () => {
    const { wire: asked, http } = wire();
    asked.file('POST /api/print', { body: { kind: 'card' } }).subscribe();
    expect(http.expectOne('/api/print').request.responseType).toBe('blob');
  });

  it('cannot be asked for what a route does not answer', () => {
    const { wire: asked, http } = wire();
    const today: Observable<TodayView> = asked.ask('GET /api/today/:date', { at: { date: '2027-01-02' } });
    // @ts-expect-error -- instructors are no day
    const wrong: Observable<TodayView> = asked.ask('GET /api/instructors');
    const right: Observable<readonly InstructorView[]> = asked.ask('GET /api/instructors');
    // @ts-expect-error -- its path names a day
    asked.ask('GET /api/today/:date');
    // @ts-expect-error -- there is no such route
    asked.ask('GET /api/yesterday');
    // @ts-expect-error -- a file is no answer of JSON
    asked.ask('GET /api/calendar');
    expect([today, wrong, right]).toHaveLength(3);
    http.verify();
  });
});

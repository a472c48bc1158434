import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { StudentPage } from './student.ts';

const history = (id: string, name: string): object => ({
  student: { id, name, handedness: 'right' },
  lessons: [],
  consents: [],
  next: null,
});

describe('the page of a student', () => {
  it('shows whose address it has, in whatever order the answers come', async () => {
    TestBed.configureTestingModule({
      providers: [provideRouter([]), provideHttpClient(), provideHttpClientTesting()],
    });
    TestBed.overrideTemplate(StudentPage, '');
    await TestBed.compileComponents();
    const fixture = TestBed.createComponent(StudentPage);
    const http = TestBed.inject(HttpTestingController);
    const goTo = (id: string): void => {
      fixture.componentRef.setInput('studentId', id);
      fixture.detectChanges();
    };
    goTo('one');
    const first = http.expectOne('/api/students/one/history');
    goTo('two');
    http.expectOne('/api/students/two/history').flush(history('two', 'Osk Brannel'));
    if (!first.cancelled) first.flush(history('one', 'Runa Feldt'));
    expect(first.cancelled).toBe(true);
    expect(TestBed.inject(CurrentWorkStore).work()?.studentName).toBe('Osk Brannel');
    // And of the one before nothing stands while the next is fetched.
    goTo('three');
    expect(fixture.componentInstance['page']()).toBeNull();
  });
});

import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { loaded } from './loaded.ts';

const answers = new Map<string, Subject<string>>();

@Component({
  selector: 'lo-asks',
  template: '{{ page.value() }}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Asks {
  readonly id = input<string>();
  readonly page = loaded({
    of: () => this.id(),
    from: (id) => {
      const answer = new Subject<string>();
      answers.set(id, answer);
      return answer;
    },
  });
}

function asking() {
  answers.clear();
  const fixture = TestBed.createComponent(Asks);
  return {
    page: fixture.componentInstance.page,
    goTo: (id: string | undefined) => {
      fixture.componentRef.setInput('id', id);
      fixture.detectChanges();
    },
    answer: async (id: string, text: string) => {
      answers.get(id)?.next(text);
      await fixture.whenStable();
    },
    /** Trouble that passes leaves it unsettled: nothing is waited for. */
    fail: (id: string, status: number) => answers.get(id)?.error(new HttpErrorResponse({ status })),
    settled: () => fixture.whenStable(),
    again: async () => {
      fixture.componentInstance.page.again();
      fixture.detectChanges();
    },
    leave: () => fixture.destroy(),
  };
}

describe('what is loaded for an address', () => {
  it('is the answer for the address that stands there, in whatever order answers come', async () => {
    const { page, goTo, answer } = asking();
    goTo('one');
    const late = answers.get('one');
    goTo('two');
    expect(late?.observed).toBe(false);
    await answer('two', 'of two');
    late?.next('of one');
    expect(page.value()).toBe('of two');
  });

  it('is nothing while another is asked for, and where nothing is', async () => {
    const { page, goTo, answer } = asking();
    goTo(undefined);
    expect([page.value(), page.loading(), answers.size]).toEqual([undefined, false, 0]);
    goTo('one');
    expect(page.loading()).toBe(true);
    await answer('one', 'of one');
    goTo('two');
    expect([page.value(), page.loading()]).toEqual([undefined, true]);
  });

  it('says why there is none, and is asked once more', async () => {
    const { page, goTo, answer, fail, settled, again } = asking();
    goTo('one');
    fail('one', 404);
    await settled();
    expect([page.value(), page.problem()?.status]).toEqual([undefined, 404]);
    await again();
    expect(page.problem()).toBeNull();
    await answer('one', 'of one');
    expect([page.value(), page.problem()]).toEqual(['of one', null]);
  });

  it('waits where the trouble passes by itself, says so, and comes with the network', async () => {
    const { page, goTo, answer, fail } = asking();
    goTo('one');
    fail('one', 0);
    expect([page.problem()?.code, page.loading()]).toEqual(['no-connection', true]);
    window.dispatchEvent(new Event('online'));
    await answer('one', 'of one');
    expect([page.value(), page.problem()]).toEqual(['of one', null]);
  });

  it('is tried at once where a hand asks, and waits for nothing of the address before', async () => {
    const { page, goTo, answer, fail, again } = asking();
    goTo('one');
    fail('one', 503);
    goTo('two');
    expect(page.problem()).toBeNull();
    fail('two', 503);
    await again();
    await answer('two', 'of two');
    expect(page.value()).toBe('of two');
  });

  it('stands while it is asked once more, with what the page has made of it', async () => {
    const { page, goTo, answer, again } = asking();
    goTo('one');
    await answer('one', 'of one');
    page.change((text) => `${text}, changed`);
    expect(page.value()).toBe('of one, changed');
    await again();
    expect(page.value()).toBe('of one, changed');
    await answer('one', 'of one, kept');
    expect(page.value()).toBe('of one, kept');
  });

  it('is given up with its page', () => {
    const { goTo, leave } = asking();
    goTo('one');
    leave();
    expect(answers.get('one')?.observed).toBe(false);
  });

  it('says what failed besides, until it is asked again or for another', async () => {
    const { page, goTo, answer, again } = asking();
    goTo('one');
    await answer('one', 'of one');
    page.failed(new HttpErrorResponse({ status: 409 }));
    expect([page.problem()?.status, page.value()]).toEqual([409, 'of one']);
    await again();
    expect(page.problem()).toBeNull();
    await answer('one', 'of one');
    page.failed(new HttpErrorResponse({ status: 409 }));
    goTo('two');
    expect(page.problem()).toBeNull();
  });
});

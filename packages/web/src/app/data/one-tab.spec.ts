import { createEnvironmentInjector, EnvironmentInjector, runInInjectionContext, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { type OneTab, oneTab } from './one-tab.ts';
import { Sender } from './sender.ts';

/** Locks as a browser has them for all its tabs: one holder, the others in turn; who steals has it at once. */
class Locks {
  private readonly held = new Map<string, { readonly lose: () => void }>();
  private readonly turns = new Map<string, (() => void)[]>();

  request = (
    name: string,
    { steal = false, signal: over }: { readonly steal?: boolean; readonly signal?: AbortSignal },
    then: () => Promise<void>,
  ): Promise<void> =>
    new Promise((resolve, reject) => {
      const lost = (): void => reject(new DOMException('taken', 'AbortError'));
      const grant = (): void => {
        const mine = { lose: lost };
        this.held.set(name, mine);
        void then().then(() => {
          if (this.held.get(name) === mine) {
            this.held.delete(name);
            this.turns.get(name)?.shift()?.();
          }
          resolve();
        });
      };
      if (steal) this.held.get(name)?.lose();
      if (steal || !this.held.has(name)) grant();
      else {
        const turns = this.turns.get(name) ?? [];
        this.turns.set(name, [...turns, grant]);
        over?.addEventListener('abort', () => {
          const waiting = this.turns.get(name) ?? [];
          if (!waiting.includes(grant)) return;
          this.turns.set(
            name,
            waiting.filter((turn) => turn !== grant),
          );
          lost();
        });
      }
    });
}

const outcomes = new Subject<unknown>();

function tabs() {
  vi.stubGlobal('navigator', { ...navigator, locks: new Locks() });
  TestBed.configureTestingModule({ providers: [{ provide: Sender, useValue: { outcomes } }] });
  return (
    opened = 'c',
  ): OneTab & {
    readonly id: (to: string) => void;
    readonly close: () => void;
    readonly again: () => number;
  } => {
    const injector = createEnvironmentInjector([], TestBed.inject(EnvironmentInjector));
    const id = signal(opened);
    let times = 0;
    const tab = runInInjectionContext(injector, () =>
      oneTab({ kind: 'check', id, again: () => (times += 1) }),
    );
    TestBed.tick();
    return {
      ...tab,
      id: (to) => {
        id.set(to);
        TestBed.tick();
      },
      close: () => injector.destroy(),
      again: () => times,
    };
  };
}

const soon = (): Promise<unknown> => vi.advanceTimersByTimeAsync(400);

describe('a record in two tabs', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('is worked on in the first, and read in the second until the first is closed', async () => {
    const open = tabs();
    const [first, second] = [open(), open()];
    expect(second.elsewhere()).toBe(false);
    await soon();
    expect([first.elsewhere(), second.elsewhere()]).toEqual([false, true]);
    first.close();
    await soon();
    expect(second.elsewhere()).toBe(false);
    expect(second.again()).toBe(1);
  });

  it('is taken over, and goes back when the one that took it is closed', async () => {
    const open = tabs();
    const [first, second] = [open(), open()];
    await soon();
    second.takeOver();
    await soon();
    expect([first.elsewhere(), second.elsewhere()]).toEqual([true, false]);
    expect([first.again(), second.again()]).toEqual([0, 1]);
    second.close();
    await soon();
    expect([first.elsewhere(), first.again()]).toEqual([false, 1]);
  });

  it('is another’s when the page goes on to another', async () => {
    const open = tabs();
    const [first, second] = [open('c'), open('d')];
    await soon();
    expect(second.elsewhere()).toBe(false);
    second.id('c');
    await soon();
    expect(second.elsewhere()).toBe(true);
    first.id('d');
    await soon();
    expect([first.elsewhere(), second.elsewhere()]).toEqual([false, false]);
  });

  it('a reload that lets go late is no other tab', async () => {
    const open = tabs();
    const before = open();
    const after = open();
    await vi.advanceTimersByTimeAsync(100);
    before.close();
    await soon();
    expect([after.elsewhere(), after.again()]).toEqual([false, 0]);
  });

  it('is looked at anew where it is read, when the other has kept it', async () => {
    const open = tabs();
    const [first, second] = [open(), open()];
    await soon();
    outcomes.next({ key: { kind: 'check', id: 'c' }, view: { revision: 2 } });
    outcomes.next({ key: { kind: 'check', id: 'd' }, view: { revision: 2 } });
    outcomes.next({ key: { kind: 'check', id: 'c' }, view: null });
    expect([first.again(), second.again()]).toEqual([0, 1]);
  });
});

import { EnvironmentInjector, runInInjectionContext } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { type PlaceView } from '@lotrecht/records';
import { keptHere, withNewer } from './kept-here.ts';
import { PLACE } from './kinds/place.ts';
import { settled, typedEntry } from './test/device-in-memory.ts';
import { opened, rim, typedRim } from './test/opened-record.ts';

describe('a list that goes by what was asked for here', () => {
  it('hears what is kept when the part of the page that asked is gone', async () => {
    const { record, sent, leave } = opened();
    const heard: PlaceView[] = [];
    runInInjectionContext(TestBed.inject(EnvironmentInjector), () => keptHere(PLACE)).kept.subscribe((view) =>
      heard.push(view),
    );
    await record.begin('p', rim);
    let toldThePart = false;
    record.save(typedRim).subscribe(() => (toldThePart = true));
    const request = await sent();
    leave();
    request.flush({ ...rim, revision: 2, name: 'North rim' });
    await settled();
    expect(toldThePart).toBe(false);
    expect(heard.map(({ name, revision }) => [name, revision])).toEqual([['North rim', 2]]);
  });

  it('has what lies here and was asked to be kept, oldest first, and nothing that was only typed', async () => {
    const { device, record } = opened();
    await record.begin('p', rim);
    const said = { name: 'Rim', kind: 'range', marks: [] };
    const asked = { said, turn: 1, since: 1, once: 'o', by: 'before', over: null };
    const at = (minute: number) => ({
      content: said,
      more: null,
      turn: 1,
      at: `2027-03-01T10:0${minute}:00.000Z`,
      by: '',
    });
    await device.put([
      { ...typedEntry({ id: 'later', typed: at(2) }), asked },
      { ...typedEntry({ id: 'sooner', typed: at(1) }), asked },
      typedEntry({ id: 'typed' }),
      { ...typedEntry({ id: 'over', typed: at(3) }), base: { revision: 3, said } },
      { ...typedEntry({ id: 'method', kind: 'method' }), asked },
    ]);
    const { lying, typedOver } = runInInjectionContext(TestBed.inject(EnvironmentInjector), () =>
      keptHere(PLACE),
    );
    expect((await firstValueFrom(lying)).map(({ id, input }) => [id, input.name])).toEqual([
      ['sooner', 'Rim'],
      ['later', 'Rim'],
    ]);
    expect((await firstValueFrom(typedOver)).map(({ id }) => id)).toEqual(['over']);
  });

  it('leaves the newer of one in its place', () => {
    const all = [
      { id: 'a', n: 1 },
      { id: 'b', n: 1 },
    ];
    expect(withNewer(all, { id: 'a', n: 2 })).toEqual([
      { id: 'a', n: 2 },
      { id: 'b', n: 1 },
    ]);
    expect(withNewer(all, { id: 'c', n: 1 })).toHaveLength(3);
  });
});

import { TestBed } from '@angular/core/testing';
import { type StudentView } from '@lotrecht/records';
import { PLACE } from './kinds/place.ts';
import { STUDENT } from './kinds/student.ts';
import { stored } from './stored-record.ts';
import { settled } from './test/device-in-memory.ts';
import { opened, rim, typedRim } from './test/opened-record.ts';

describe('what was typed and not kept', () => {
  it('comes back over the revision that it was typed over; beside what others have kept since', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.typed(typedRim, 'mark');
    expect(await page.record.begin('p', rim)).toEqual({ input: typedRim, more: 'mark' });
    expect(page.record.state()).toBe('on-this-device');
    expect(await page.record.begin('p', { ...rim, revision: 2, name: 'South rim' })).toBeNull();
    expect(page.record.conflict()?.rows).toEqual([{ label: 'Name', mine: 'North rim', theirs: 'South rim' }]);
    expect(page.record.takeTheirs()?.name).toBe('South rim');
    await settled();
    expect(page.device.held.size).toBe(0);
  });

  it('is let go where the server says the same', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.typed(typedRim);
    expect(await page.record.begin('p', { ...rim, ...typedRim, revision: 2 })).toBeNull();
    expect(page.record.state()).toBe('as-stored');
    await settled();
    expect(page.device.held.size).toBe(0);
  });

  it('comes back over what was on its way when the page was loaded again', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    await page.sent();
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const again = TestBed.runInInjectionContext(() => stored(PLACE));
    expect((await again.begin('p', { ...rim, ...typedRim, revision: 2 }))?.input.name).toBe('Far rim');
    expect(again.conflict()).toBeNull();
    expect(page.device.entry()).toMatchObject({ base: { revision: 2 }, asked: { over: { revision: 2 } } });
  });

  it('and was sent since its page fetched it is shown as the server has it', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    (await page.sent()).flush({ ...rim, ...typedRim, revision: 2 });
    await settled();
    const again = TestBed.runInInjectionContext(() => stored(PLACE));
    expect((await again.begin('p', rim))?.input.name).toBe('North rim');
    expect([again.state(), again.stored()?.revision]).toEqual(['kept', 2]);
  });

  it('as a new one goes on under its own id', async () => {
    const page = opened();
    await page.record.beginNew('first');
    page.record.typed({ ...typedRim, revision: 0 });
    expect(await page.record.beginNew('second', { isIt: ({ name }) => name === 'Elsewhere' })).toBeNull();
    expect(
      (await page.record.beginNew('third', { isIt: ({ name }) => name === 'North rim' }))?.input.name,
    ).toBe('North rim');
    page.record.save(typedRim).subscribe();
    expect((await page.sent('first')).request.method).toBe('PUT');
  });

  it('stays off the device where it names a person', async () => {
    const page = opened();
    const student = TestBed.runInInjectionContext(() => stored(STUDENT));
    const runa = { revision: 1, name: 'Runa', handedness: 'right', minor: false, notes: '' } as const;
    const before = { ...runa, id: 's', dominantEye: 'left', statureMm: null, shoeMm: null };
    await student.begin('s', before as unknown as StudentView);
    student.typed({ ...runa, name: 'Runa Feldt' });
    student.save({ ...runa, name: 'Runa Feldt', dominantEye: null }).subscribe();
    await settled();
    expect(page.device.held.size).toBe(0);
    // What says nothing any more is taken away.
    expect(page.http.expectOne('/api/students/s').request.body).toEqual({
      revision: 1,
      name: 'Runa Feldt',
      dominantEye: null,
    });
  });

  it('goes out all the same where the device cannot keep it', async () => {
    const page = opened();
    page.device.change = () => Promise.reject(new Error('full'));
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    (await page.sent()).flush({ ...rim, ...typedRim, revision: 2 });
    await settled();
    expect([page.record.state(), page.record.stored()?.revision]).toEqual(['kept', 2]);
  });
});

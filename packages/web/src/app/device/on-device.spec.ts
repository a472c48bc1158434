import { deviceFails, fromDevice, keepOnDevice } from './on-device.ts';

describe('a device', () => {
  it('keeps texts', () => {
    keepOnDevice('lotrecht-x', 'y');
    expect(localStorage.getItem('lotrecht-x')).toBe('y');
    expect(deviceFails()).toBe(false);
  });

  it('without room says so until it keeps again, and throws nothing into the typing', async () => {
    const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    keepOnDevice('lotrecht-x', 'z');
    expect(deviceFails()).toBe(true);
    full.mockRestore();
    keepOnDevice('lotrecht-x', 'z');
    expect(deviceFails()).toBe(false);

    expect(await fromDevice(Promise.reject(new Error('closed')), 'nothing')).toBe('nothing');
    expect(deviceFails()).toBe(true);
    expect(await fromDevice(Promise.resolve('a draft'), 'nothing')).toBe('a draft');
    expect(deviceFails()).toBe(false);
  });
});

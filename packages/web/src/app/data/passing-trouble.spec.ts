import { Subject } from 'rxjs';
import { isPassing, waitSeconds, worthTrying } from './passing-trouble.ts';

describe('passing trouble', () => {
  it('is what a try later may cure, and nothing else', () => {
    const problem = (status: number) => ({ status, code: '', title: '', errors: [] });
    expect([0, 429, 502, 503, 504].every((s) => isPassing(problem(s)))).toBe(true);
    expect([400, 401, 403, 404, 409, 422, 500].some((s) => isPassing(problem(s)))).toBe(false);
  });

  it('is waited out twice as long each time, up to half a minute', () => {
    expect([1, 2, 3, 4, 5, 6, 9].map((n) => waitSeconds(n, 0))).toEqual([1, 2, 4, 8, 16, 30, 30]);
    expect(waitSeconds(1, 0.999)).toBeLessThan(1.25);
  });

  it('is tried again at once when asked', () => {
    const asked = new Subject<void>();
    let tried = 0;
    worthTrying(1000, asked).subscribe(() => tried++);
    expect(tried).toBe(0);
    asked.next();
    asked.next();
    expect(tried).toBe(1);
  });
});

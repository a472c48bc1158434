import { describe, expect, it } from 'vitest';
import { ROUTES } from '../test/routes.ts';
import { partsOf, type Route } from './route.ts';

describe('a route', () => {
  it('has a name of its own, of which method and path are the parts', () => {
    expect(partsOf({ name: 'GET /api/students/:id/known' })).toEqual({
      method: 'get',
      path: '/api/students/:id/known',
    });
    const names = ROUTES.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    expect(names.length).toBeGreaterThan(130);
  });

  it('cannot answer what a page does not expect', () => {
    const frame = { access: 'signed-in', audit: { nothing: 'tried' } } as const;
    const answers: readonly Route[] = [
      { name: 'GET /api/erased-students', ...frame, handle: async () => ['Osk'] },
      // @ts-expect-error -- names are no numbers
      { name: 'GET /api/erased-students', ...frame, handle: async () => [1] },
      // @ts-expect-error -- nothing is answered where something is taken away
      { name: 'DELETE /api/student-links/:id', ...frame, handle: async () => ({ id: '1' }) },
      // @ts-expect-error -- a field is missing
      { name: 'GET /api/sync', ...frame, handle: async () => ({ changes: [], next: 1 }) },
    ];
    expect(answers).toHaveLength(4);
  });
});

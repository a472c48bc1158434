import { describe, expect, it } from 'vitest';
import { sql } from './sql.ts';

describe('the SQL template', () => {
  it('binds every value and never puts one into the text', () => {
    const hostile = "'; DROP TABLE student; --";
    const query = sql`SELECT id FROM student WHERE name = ${hostile} AND minor = ${true}`;
    expect(query.text).toBe('SELECT id FROM student WHERE name = ? AND minor = ?');
    expect(query.values).toEqual([hostile, true]);
  });

  it('keeps the order of values when fragments are put together', () => {
    const inner = sql`s.academy_id = ${'a'} AND s.instructor_id = ${'b'}`;
    const query = sql`SELECT ${1} FROM student s WHERE ${inner} AND s.id = ${'c'}`;
    expect(query.text).toBe(
      'SELECT ? FROM student s WHERE s.academy_id = ? AND s.instructor_id = ? AND s.id = ?',
    );
    expect(query.values).toEqual([1, 'a', 'b', 'c']);
  });

  it('refuses undefined, and says in which query', () => {
    const missing = undefined as unknown as string;
    expect(() => sql`SELECT ${missing}`).toThrow('undefined as parameter 1 of: SELECT ?');
  });
});

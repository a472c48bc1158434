import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const app = path.resolve(import.meta.dirname, '../packages/web/src/app');

/** What has a control of Material’s: nothing of the browser’s own stands beside it. */
const NATIVE: Readonly<Record<string, RegExp>> = {
  'a native select': /<select\b/,
  'a native date field': /type="(date|datetime-local|time|month)"/,
  'a native checkbox or radio': /<input[^>]*type="(checkbox|radio)"/,
  'a form driven by its template': /\bngModel\b/,
  'an escape from types': /\$any\(/,
};

/** What core says once, and no page computes. */
const COMPUTED: Readonly<Record<string, RegExp>> = {
  'a half-width of 95 %': /\b1\.9(6|59)\d*\b/,
  'a sign of a hand': /handedness\S* === '(left|right)' \? -?1 : -?1/,
};

function nativeIn(source: string): readonly string[] {
  return Object.entries(NATIVE)
    .filter(([, pattern]) => pattern.test(source))
    .map(([name]) => name);
}

/** The student’s page loads on a phone in a field: it ships nothing of Material’s. */
const STUDENTS_OWN = /^views\/take-home\//;

describe('templates', () => {
  const computedIn = (source: string): readonly string[] =>
    Object.entries(COMPUTED)
      .filter(([, pattern]) => pattern.test(source))
      .map(([name]) => name);

  it('compute nothing that core says', () => {
    const files = readdirSync(app, { recursive: true, encoding: 'utf8' }).filter(
      (file) => /\.(html|ts)$/.test(file) && !/\.spec\.ts$/.test(file),
    );
    const found = files.flatMap((file) =>
      computedIn(readFileSync(path.join(app, file), 'utf8')).map((what) => `${file}: ${what}`),
    );
    expect(found).toEqual([]);
  });

  it('that do are found', () => {
    expect(computedIn('{{ (1.96 * r.u).toFixed(1) }}')).toEqual(['a half-width of 95 %']);
    expect(computedIn("{{ student().handedness === 'left' ? -1 : 1 }}")).toEqual(['a sign of a hand']);
  });
});

describe('controls', () => {
  it('are Material’s in every view of the instructor', () => {
    const files = readdirSync(app, { recursive: true, encoding: 'utf8' }).filter(
      (file) => /\.(html|ts)$/.test(file) && !/\.spec\.ts$/.test(file) && !STUDENTS_OWN.test(file),
    );
    expect(files.length).toBeGreaterThan(150);
    const found = files.flatMap((file) =>
      nativeIn(readFileSync(path.join(app, file), 'utf8')).map((what) => `${file}: ${what}`),
    );
    expect(found).toEqual([]);
  });

  it('of the browser’s own are found where they stand', () => {
    expect(nativeIn('<select><option>a</option></select>')).toEqual(['a native select']);
    expect(nativeIn('<input matInput type="date" />')).toEqual(['a native date field']);
    expect(nativeIn('<label><input\n  type="checkbox" /></label>')).toEqual(['a native checkbox or radio']);
    expect(nativeIn('(input)="type($any($event))"')).toEqual(['an escape from types']);
    expect(nativeIn('<input matInput [(ngModel)]="name" />')).toEqual(['a form driven by its template']);
    expect(nativeIn('<mat-select></mat-select>')).toEqual([]);
  });
});

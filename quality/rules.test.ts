import { mkdirSync, mkdtempSync, symlinkSync, writeFileSync, cpSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { ESLint } from 'eslint';
import tseslint from 'typescript-eslint';
import { beforeAll, describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');

/** A tree with the project's rules and nothing but the given files. */
function plant(files: Readonly<Record<string, string>>): string {
  const dir = mkdtempSync(path.join(tmpdir(), 'lotrecht-rules-'));
  for (const file of [
    '.dependency-cruiser.cjs',
    'quality/rooms.dependency-cruiser.cjs',
    'tsconfig.depcruise.json',
    'tsconfig.base.json',
    'package.json',
  ]) {
    mkdirSync(path.join(dir, path.dirname(file)), { recursive: true });
    cpSync(path.join(root, file), path.join(dir, file));
  }
  symlinkSync(path.join(root, 'node_modules'), path.join(dir, 'node_modules'));
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(path.join(dir, path.dirname(name)), { recursive: true });
    writeFileSync(path.join(dir, name), text);
  }
  return dir;
}

function violations(files: Readonly<Record<string, string>>, config = '.dependency-cruiser.cjs'): string {
  const { stdout } = spawnSync(
    process.execPath,
    [
      path.join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
      '--config',
      config,
      '--output-type',
      'err',
      'packages',
    ],
    { cwd: plant(files), encoding: 'utf8' },
  );
  return stdout;
}

const VALUE = 'export const value = 1;\n';
const imports = (from: string): string => `import { value } from '${from}';\nexport const again = value;\n`;

const FORBIDDEN = [
  ['core', 'records'],
  ['records', 'judging'],
  ['words', 'judging'],
  ['core', 'server'],
  ['judging', 'web'],
  ['server', 'web'],
  ['web', 'server'],
  ['e2e', 'web'],
  ['cli', 'server'],
  ['simulation', 'core'],
  ['core', 'simulation'],
  ['web', 'simulation'],
  ['server', 'simulation'],
  ['server', 'demo'],
] as const;
/** Where rooms may not stand on each other. */
const WITH_ROOMS = [
  'packages/server/src',
  'packages/core/src',
  'packages/judging/src',
  'packages/web/src/app',
  'packages/web/src/app/views/check',
] as const;

describe('the dependency rules', () => {
  // All of them are planted at once: a run reads the rules for longer than the files.
  let arrows: string;
  beforeAll(() => {
    const files = FORBIDDEN.flatMap(([from, to]) => [
      [`packages/${to}/src/index.ts`, VALUE] as const,
      [`packages/${from}/src/wrong-${to}.ts`, imports(`../../${to}/src/index.ts`)] as const,
    ]);
    arrows = violations(Object.fromEntries(files));
  });

  it.each(FORBIDDEN)('fail on a planted arrow from %s to %s', (from, to) => {
    expect(arrows).toMatch(new RegExp(`${from}-not-to-${to}: packages/${from}/src/wrong-${to}\\.ts`));
  });

  it('let a test of core or the simulator look at the other, to check figures', () => {
    const report = violations({
      'packages/core/src/index.ts': VALUE,
      'packages/simulation/src/study.test.ts': imports('../../core/src/index.ts'),
    });
    expect(report).toContain('no dependency violations found');
  });

  it('fail on Node.js in core', () => {
    const report = violations({
      'packages/core/src/wrong.ts':
        "import { readFileSync } from 'node:fs';\nexport const r = readFileSync;\n",
    });
    expect(report).toContain('core-is-pure');
  });

  it('fail on a deep import past the front door', () => {
    const report = violations({
      'packages/core/src/inside.ts': VALUE,
      'packages/judging/src/wrong.ts': imports('../../core/src/inside.ts'),
    });
    expect(report).toContain('no-deep-imports');
  });

  it('fail on a circle, on one view importing another, and on what cannot be found', () => {
    const report = violations({
      'packages/core/src/a.ts': "import { b } from './b.ts';\nexport const a = (): unknown => b;\n",
      'packages/core/src/b.ts': "import { a } from './a.ts';\nexport const b = (): unknown => a;\n",
      'packages/web/src/app/views/today/today.ts': VALUE,
      'packages/web/src/app/views/check/wrong.ts': imports('../today/today.ts'),
      'packages/server/src/lost.ts': imports('./nowhere.ts'),
    });
    expect(report).toContain('no-circular');
    expect(report).toContain('features-do-not-import-each-other');
    expect(report).toContain('not-to-unresolvable');
  });

  /** Two rooms that stand on each other, the upper one by a file of this name. */
  const circle = (place: string, upward: string): Readonly<Record<string, string>> => ({
    [`${place}/lessons/lesson.ts`]: VALUE,
    [`${place}/lessons/${upward}`]: imports('../checks/check.ts'),
    [`${place}/checks/check.ts`]: VALUE,
    [`${place}/checks/lesson-of.ts`]: imports('../lessons/lesson.ts'),
  });
  const inAll = (upward: string): string =>
    violations(
      Object.assign({}, ...WITH_ROOMS.map((place) => circle(place, upward))) as Record<string, string>,
      'quality/rooms.dependency-cruiser.cjs',
    );

  it('fail on two rooms that stand on each other, wherever there are rooms', () => {
    const report = inAll('upward.ts');
    for (const place of WITH_ROOMS)
      expect(report).toMatch(new RegExp(`no-room-cycles: ${place}/(lessons|checks)\\b`));
  });

  it('let the tests of a room look into another', () => {
    expect(inAll('upward.test.ts')).toContain('no dependency violations found');
  });

  it('pass an arrow that may stand', () => {
    const report = violations({
      'packages/core/src/index.ts': VALUE,
      'packages/judging/src/right.ts': imports('../../core/src/index.ts'),
    });
    expect(report).toContain('no dependency violations found');
  });
});

describe('the purity rules', () => {
  // What is planted here is no file: rules that ask for types have one of their own, below.
  const eslint = new ESLint({ cwd: root, overrideConfig: [tseslint.configs.disableTypeChecked] });
  const rulesBroken = async (file: string, code: string): Promise<(string | null)[]> => {
    const [result] = await eslint.lintText(code, { filePath: path.join(root, file) });
    return result?.messages.map((m) => m.ruleId) ?? [];
  };

  it.each([
    'Date.now()',
    'Math.random()',
    'new Date()',
    'process.exitCode',
    'fetch("/")',
    'console.log(1)',
    'performance.now()',
    'crypto.randomUUID()',
  ])('fail on %s in core', async (expression) => {
    const broken = await rulesBroken(
      'packages/core/src/planted.ts',
      `export const planted = ${expression};\n`,
    );
    expect(broken.some((rule) => rule?.startsWith('no-restricted'))).toBe(true);
  });

  it.each(["deg > 0 ? 'closed' : 'open'", "deg > 0 ? ['open', 'closed'] : []"])(
    'fail on %s outside core',
    async (expression) => {
      const code = `export const planted = (deg: number): unknown => ${expression};\n`;
      expect(await rulesBroken('packages/web/src/app/planted.ts', code)).toContain('no-restricted-syntax');
      expect(await rulesBroken('packages/paper/src/planted.ts', code)).toContain('no-restricted-syntax');
    },
  );

  it.each(['(deg * Math.PI) / 180', '(deg * 180) / Math.PI', '1.96 * deg', 'deg * 1.959964'])(
    'fail on %s, which is written in one place',
    async (expression) => {
      const code = `export const planted = (deg: number): number => ${expression};\n`;
      for (const file of ['core/src', 'judging/src', 'words/src', 'paper/src', 'server/src', 'web/src/app']) {
        expect(await rulesBroken(`packages/${file}/planted.ts`, code)).toContain('no-restricted-syntax');
      }
      expect(await rulesBroken('packages/core/src/units/angle.ts', code)).toEqual([]);
    },
  );

  it.each(["import { sql } from '../database/sql.ts';", "import { LINE_NAMES } from '@lotrecht/core';"])(
    'fail on a route that says %s',
    async (line) => {
      const code = `${line}\nexport const planted = ${/\{ (\w+)/.exec(line)?.[1] ?? ''};\n`;
      expect(await rulesBroken('packages/server/src/planted/planted-routes.ts', code)).toContain(
        'no-restricted-imports',
      );
      expect(await rulesBroken('packages/server/src/planted/planted.ts', code)).toEqual([]);
    },
  );

  it('fail on what only types show', async () => {
    const byType = new ESLint({ cwd: root, ignore: false });
    const [result] = await byType.lintFiles(['quality/planted/by-type.ts']);
    expect(result?.messages.map(({ line, ruleId }) => [line, ruleId])).toEqual([
      [7, '@typescript-eslint/no-floating-promises'],
      [12, '@typescript-eslint/return-await'],
      [19, '@typescript-eslint/no-misused-promises'],
      [23, '@typescript-eslint/await-thenable'],
      [28, '@typescript-eslint/switch-exhaustiveness-check'],
    ]);
  });

  it('let a pure function pass, and leave the server its clock', async () => {
    expect(
      await rulesBroken('packages/core/src/planted.ts', 'export const planted = Math.hypot(3, 4);\n'),
    ).toEqual([]);
    expect(
      await rulesBroken('packages/server/src/planted.ts', 'export const planted = Date.now();\n'),
    ).toEqual([]);
  });
});

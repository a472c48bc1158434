import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/** Written in one place each: what is written twice is changed once. */
const WRITTEN_ONCE = [
  {
    selector: 'BinaryExpression[operator="/"][right.value=180]',
    message: 'core’s radiansFromDegrees turns degrees into radians.',
  },
  {
    selector: 'BinaryExpression[operator="/"][right.object.name="Math"][right.property.name="PI"]',
    message: 'core’s degreesFromRadians turns radians into degrees.',
  },
  {
    selector: 'Literal[raw=/^86_?400_?000$/]',
    message: 'core’s DAY_MS is a day; days of the calendar are counted by dayAfter and daysBetween.',
  },
  {
    selector: 'Literal[raw=/^1\\.9(6|59)/]',
    message: 'core’s COVERAGE_FACTOR is the half-width of 95 %.',
  },
  {
    selector: 'VariableDeclarator[id.name=/TWO_SIDED|SIDED_95|^Z_9/]',
    message: 'core’s COVERAGE_FACTOR is the half-width of 95 %, whatever it is called.',
  },
  ...['name', 'property.name', 'callee.name', 'callee.property.name'].flatMap((name) =>
    ['[consequent.value=1][alternate.operator="-"]', '[consequent.operator="-"][alternate.value=1]'].map(
      (signs) => ({
        selector: `ConditionalExpression[test.left.${name}="handedness"]${signs}`,
        message: 'core’s sideSign mirrors what is of a left-hander.',
      }),
    ),
  ),
];
const OPEN_OR_CLOSED = [
  'ConditionalExpression[consequent.value=/^(open|closed)$/][alternate.value=/^(open|closed)$/]',
  'ArrayExpression[elements.length=2][elements.0.value=/^(open|closed)$/][elements.1.value=/^(open|closed)$/]',
].map((selector) => ({
  selector,
  message: 'core’s signWords and azimuthWords alone say open or closed.',
}));
const NO_CLOCK = {
  selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
  message: 'core, records, words and judging are pure: pass it in as an argument',
};
const PURE = 'core, records, words and judging are pure: pass it in as an argument';

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/.angular/**',
      '**/node_modules/**',
      'packages/records/src/generated/**',
      '.data/**',
      'test-results/**',
      'quality/planted/**',
    ],
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict],
    rules: {
      'no-console': 'error',
      eqeqeq: 'error',
      'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }],
      'max-params': ['error', 4],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-invalid-void-type': ['error', { allowInGenericTypeArguments: true }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
    },
  },
  {
    // By type: what nobody waits for fails unheard, and what is tried has to be awaited there.
    files: [
      'packages/{sync,server,demo,simulation,cli,web}/src/**/*.ts',
      'packages/e2e/**/*.ts',
      'quality/**/*.ts',
    ],
    languageOptions: {
      parserOptions: {
        project: ['./tsconfig.tests.json', './packages/web/tsconfig.spec.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false, properties: false } },
      ],
      '@typescript-eslint/return-await': ['error', 'error-handling-correctness-only'],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: ['packages/{core,records,sync,words,judging}/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...[
          'fetch',
          'process',
          'console',
          'window',
          'document',
          'performance',
          'crypto',
          'setTimeout',
          'setInterval',
          'require',
          'Buffer',
        ].map((name) => ({ name, message: PURE })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: PURE },
        { object: 'Math', property: 'random', message: PURE },
      ],
      'no-restricted-syntax': ['error', NO_CLOCK, ...WRITTEN_ONCE],
      'no-restricted-imports': ['error', { patterns: [{ group: ['node:*'], message: PURE }] }],
    },
  },
  {
    // The one place of each.
    files: [
      'packages/core/src/units/{angle,day}.ts',
      'packages/core/src/uncertainty/{coverage,student-t}.ts',
      'packages/core/src/setup/target-picture.ts',
    ],
    rules: { 'no-restricted-syntax': ['error', NO_CLOCK] },
  },
  {
    // Open and closed change places between face and body: whoever chose the word by a sign would be wrong for one.
    files: ['packages/{records,words,judging,paper,server,web,cli}/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.spec.ts', 'packages/records/src/generated/**'],
    rules: {
      'no-restricted-syntax': ['error', ...OPEN_OR_CLOSED, ...WRITTEN_ONCE],
    },
  },
  {
    files: ['packages/{records,words,judging}/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'packages/records/src/generated/**'],
    rules: { 'no-restricted-syntax': ['error', NO_CLOCK, ...OPEN_OR_CLOSED, ...WRITTEN_ONCE] },
  },
  {
    // A route says who may call it and what it hands on; what is asked of rows and of core stands beside it.
    files: ['packages/server/src/**/*-routes.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['**/database/sql.ts'], message: 'A route asks a repository.' },
            { group: ['@lotrecht/core'], message: 'A route hands on; it computes nothing.' },
          ],
        },
      ],
    },
  },
  {
    files: ['packages/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/prefer-standalone': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'lo', style: 'kebab-case' }],
      '@angular-eslint/directive-selector': [
        'error',
        { type: 'attribute', prefix: 'lo', style: 'camelCase' },
      ],
    },
  },
  {
    // What a device keeps has one way in and out: a full one is said, and a shared one is left empty.
    files: ['packages/web/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/test/**', 'packages/web/src/app/device/on-device.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        { name: 'localStorage', message: 'Keep it by device/on-device.ts.' },
        { name: 'indexedDB', message: 'Keep it by data/device-store.ts.' },
      ],
    },
  },
  {
    files: ['packages/web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['**/*.mjs', '*.js'],
    languageOptions: {
      globals: Object.fromEntries(
        [
          'process',
          'console',
          'fetch',
          'URL',
          'Buffer',
          'setTimeout',
          'setInterval',
          'clearInterval',
          'performance',
        ].map((name) => [name, 'readonly']),
      ),
    },
    rules: { 'no-undef': 'error', 'no-unused-vars': 'error', eqeqeq: 'error' },
  },
  {
    files: ['**/*.config.ts', 'packages/e2e/*.setup.ts'],
    rules: { 'no-restricted-exports': 'off' },
  },
);

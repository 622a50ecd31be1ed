import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';

/** A number becomes a time where it is seen to be one. */
const CAST_TO_MICROS = {
  selector: "TSAsExpression[typeAnnotation.typeName.name='Micros']",
  message: 'A number is made a time by micros(), which looks at it, or by one of its converters.',
};
const DEFAULT_EXPORT = {
  selector: 'ExportDefaultDeclaration',
  message: 'A default export has no name to be found by.',
};
/** What is taken for granted is looked at where it is taken: only a place in a list, within its bounds, may be. */
const proven = {
  create: (context) => ({
    TSNonNullExpression: (node) => {
      const { expression } = node;
      if (expression.type === 'MemberExpression' && expression.computed) return;
      context.report({ node, message: 'What must be there is taken with present(), which says so where it is not.' });
    },
  }),
};
/** A rule with its reason, for things a pure core must be handed rather than take. */
const ambient = (name, reason) => ({ name, message: `The core is pure: ${reason}` });

export default tseslint.config(
  { ignores: ['**/dist/**', 'demo/world/**', '.oakbell/**', 'apps/web/src/shared/api/schema.ts', 'test-results/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-restricted-syntax': ['error', DEFAULT_EXPORT, CAST_TO_MICROS],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // A pattern that sees what somebody sends must take no longer than its text is long.
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': 'error',
      'regexp/no-invalid-regexp': 'error',
      'regexp/no-empty-alternative': 'error',
      'regexp/no-contradiction-with-assertion': 'error',
      'regexp/no-dupe-disjunctions': 'error',
    },
  },
  {
    files: ['apps/server/src/**/*.ts'],
    ignores: [
      'apps/server/src/modules/files/pictures.ts',
      'apps/server/src/platform/converters/**',
      '**/*.test.ts',
      'apps/server/src/testing/**',
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: 'sharp',
              message:
                'Pictures are opened by openPicture of files/pictures: never more of them than is allowed, and only in a job.',
            },
            ...['child_process', 'node:child_process'].map((name) => ({
              name,
              message: 'Programs run by way of platform/converters: shut in, within limits, and only in a job.',
            })),
          ],
        },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.ts', 'apps/*/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', 'apps/server/src/testing/**', 'apps/server/src/platform/database/migrations/*.ts'],
    plugins: { ours: { rules: { proven } } },
    rules: { 'ours/proven': 'error' },
  },
  {
    // What brought a school of then up to date stays as it was.
    files: ['apps/server/src/platform/database/migrations/*.ts'],
    rules: { 'no-restricted-syntax': ['error', DEFAULT_EXPORT] },
  },
  {
    // Whoever reads these asks for a default.
    files: [
      '**/*.config.{ts,mjs}',
      'scripts/lib/quickMath.mjs',
      'scripts/lib/longestFirst.mjs',
      '.dependency-cruiser.cjs',
      'apps/web/testing/*',
    ],
    rules: { 'no-restricted-syntax': 'off' },
  },
  { files: ['**/*.test.mjs'], languageOptions: { globals: globals.jest } },
  { files: ['**/*.mjs', '**/*.cjs'], languageOptions: { globals: globals.node } },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ambient('window', 'there is no window.'),
        ambient('document', 'there is no document.'),
        ambient('setTimeout', 'timers come in as arguments.'),
        ambient('performance', 'the clock comes in as an argument.'),
        ambient('process', 'there is no process.'),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core is pure: the clock comes in as an argument.' },
        { object: 'Math', property: 'random', message: 'The core is pure: randomness comes in as an argument.' },
      ],
      'no-restricted-syntax': [
        'error',
        DEFAULT_EXPORT,
        CAST_TO_MICROS,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core is pure: the clock comes in as an argument.',
        },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    ignores: ['apps/web/src/shared/api/shelf.ts', '**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['localStorage', 'sessionStorage'].map((name) => ({
          name,
          message: 'A browser may refuse it or be full: keep things on a shelf of shared/api.',
        })),
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    ignores: ['apps/web/src/shared/ui/{notice,Notices}.tsx', 'apps/web/src/shared/ui/later.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          name: '@mantine/notifications',
          message: 'It is loaded when there is something to say: notice() of shared/ui.',
        },
        {
          name: 'react',
          importNames: ['lazy'],
          message: 'What cannot be fetched takes its screen with it: later() of shared/ui waits until it can.',
        },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    ignores: ['apps/web/src/app/theme.ts', 'apps/web/src/kits/recorder/pens.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        DEFAULT_EXPORT,
        CAST_TO_MICROS,
        { selector: 'Literal[value=/^#[0-9a-fA-F]{3,8}$/]', message: 'Colours are tokens: name one of app/theme.ts.' },
        {
          selector: "Property[key.name='onSuccess'] MemberExpression[property.name='setQueryData']",
          message: 'An answer that was asked for before would come after it: show it with learn() of shared/api.',
        },
      ],
    },
  },
);

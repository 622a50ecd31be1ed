import { join } from 'node:path';

const swc = (decorators) => [
  join(import.meta.dirname, 'scripts/lib/quickMath.mjs'),
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', decorators, tsx: !decorators },
      transform: decorators
        ? { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false }
        : { react: { runtime: 'automatic' } },
    },
    module: { type: 'es6' },
    sourceMaps: 'inline',
  },
];
const project = (displayName, rootDir, decorators, extra = {}) => ({
  displayName,
  rootDir,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc(decorators) },
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'node-addons'] },
  ...extra,
});
/** What only a build makes: addresses of files, and classes. */
const BUILT = { '\\.worklet\\.ts': '<rootDir>/testing/address.ts', '\\.css$': '<rootDir>/testing/styles.ts' };
/** What hangs is ended; how fast a machine is decides nothing. */
const PATIENCE_MS = 300_000;
export default {
  testTimeout: PATIENCE_MS,
  testSequencer: join(import.meta.dirname, 'scripts/lib/longestFirst.mjs'),
  projects: [
    project('core', 'packages/core', false),
    project('web', 'apps/web', false, { moduleNameMapper: BUILT }),
    project('screens', 'apps/web', false, {
      testMatch: ['<rootDir>/src/**/*.test.tsx'],
      testEnvironment: '<rootDir>/testing/environment.mjs',
      moduleNameMapper: BUILT,
      setupFiles: ['<rootDir>/testing/setup.ts'],
    }),
    project('demo', 'demo', false, { testMatch: ['<rootDir>/make/**/*.test.ts'] }),
    project('scripts', 'scripts', false, { testMatch: ['<rootDir>/lib/*.test.mjs'], transform: {} }),
    project('server', 'apps/server', true, { setupFiles: ['reflect-metadata'] }),
  ],
};

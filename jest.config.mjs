const swc = (decorators) => [
  '@swc/jest',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', decorators, tsx: !decorators },
      transform: decorators ? { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false } : {},
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
export default {
  projects: [
    project('core', 'packages/core', false),
    project('web', 'apps/web', false),
    project('demo', 'demo', false, { testMatch: ['<rootDir>/make/**/*.test.ts'] }),
    project('scripts', 'scripts', false, { testMatch: ['<rootDir>/lib/*.test.mjs'], transform: {} }),
    project('server', 'apps/server', true, { setupFiles: ['reflect-metadata'] }),
  ],
};

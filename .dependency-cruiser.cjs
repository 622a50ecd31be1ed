/* Every boundary of ARCHITECTURE, each with what it protects. */
const rule = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to });

module.exports = {
  forbidden: [
    rule('no-cycle', 'A circle of imports has no first file to read.', {}, { circular: true }),
    rule(
      'core-is-alone',
      'The core runs in the browser, in a worker and on the server: it may need nothing but the library of schemas.',
      { path: '^packages/core/src' },
      { pathNot: ['^packages/core/src', 'node_modules/valibot/'] },
    ),
    rule(
      'clock-is-first',
      'Everything is measured in the units of clock, so clock rests on nothing but what says that a thing is there.',
      { path: '^packages/core/src/clock/', pathNot: '\\.test\\.ts$' },
      { pathNot: '^packages/core/src/(clock|present)/' },
    ),
    rule(
      'core-modules-by-their-face',
      'A module of the core may change inside as long as its index stands.',
      { path: '^packages/core/src/([^/]+)/' },
      {
        path: '^packages/core/src/([^/]+)/',
        pathNot: ['^packages/core/src/$1/', '^packages/core/src/[^/]+/index\\.ts$'],
      },
    ),
    rule(
      'kits-by-their-face',
      'A kit may change inside as long as its index stands.',
      { path: '^apps/web/src/', pathNot: '^apps/web/src/kits/' },
      { path: '^apps/web/src/kits/', pathNot: '^apps/web/src/kits/[^/]+/index\\.ts$' },
    ),
    rule(
      'kits-meet-by-their-face',
      'A kit may change inside as long as its index stands.',
      { path: '^apps/web/src/kits/([^/]+)/' },
      { path: '^apps/web/src/kits/', pathNot: ['^apps/web/src/kits/$1/', '^apps/web/src/kits/[^/]+/index\\.ts$'] },
    ),
    rule(
      'rooms-of-a-kit-by-their-face',
      'What one room of the recorder needs of another stands in its index.',
      { path: '^apps/web/src/kits/recorder/([^/]+)/' },
      {
        path: '^apps/web/src/kits/recorder/[^/]+/',
        pathNot: ['^apps/web/src/kits/recorder/$1/', '^apps/web/src/kits/recorder/[^/]+/index\\.ts$'],
      },
    ),
    rule(
      'features-are-apart',
      'A feature can be read, changed and removed by itself.',
      { path: '^apps/web/src/features/([^/]+)/' },
      { path: '^apps/web/src/features/', pathNot: '^apps/web/src/features/$1/' },
    ),
    rule(
      'app-knows-features-by-their-face',
      'A feature is its routes: its index, or another one that loads less.',
      { path: '^apps/web/src/app/' },
      {
        path: '^apps/web/src/features/',
        pathNot: '^apps/web/src/features/([^/]+)/(index|desk|framed|guardian|answers)\\.ts$',
      },
    ),
    rule(
      'shared-is-lowest',
      'What all share knows none of them.',
      { path: '^apps/web/src/shared/' },
      { path: '^apps/web/src/(kits|features|app)/' },
    ),
    rule(
      'kits-know-no-feature',
      'A kit serves several features and so knows none.',
      { path: '^apps/web/src/kits/' },
      { path: '^apps/web/src/(features|app)/' },
    ),
    rule(
      'features-know-no-app',
      'Only the app puts features together.',
      { path: '^apps/web/src/features/' },
      { path: '^apps/web/src/app/' },
    ),
    rule(
      'modules-by-their-face',
      'A module of the server may change inside as long as its index stands.',
      { path: '^apps/server/src/modules/([^/]+)/' },
      {
        path: '^apps/server/src/modules/',
        pathNot: ['^apps/server/src/modules/$1/', '^apps/server/src/modules/[^/]+/index\\.ts$'],
      },
    ),
    rule(
      'platform-knows-no-module',
      'The platform would serve another product as well.',
      { path: '^apps/server/src/platform/' },
      { path: '^apps/server/src/(modules|demo)/' },
    ),
    rule(
      'platform-parts-by-their-face',
      'A part of the platform may change inside as long as its index stands.',
      { path: '^apps/server/src/modules/' },
      { path: '^apps/server/src/platform/', pathNot: '^apps/server/src/platform/[^/]+/index\\.ts$' },
    ),
    rule(
      'server-and-web-are-apart',
      'They meet at the API, which is described once.',
      { path: '^apps/server/' },
      { path: '^apps/web/' },
    ),
    rule(
      'web-and-server-are-apart',
      'They meet at the API, which is described once.',
      { path: '^apps/web/' },
      { path: '^apps/server/' },
    ),
    rule(
      'workers-are-small',
      'A worker has no page: it may need the core, its own folder and nothing of the interface.',
      { path: '\\.worker\\.ts$|captureWorker\\.ts$' },
      { path: 'react|mantine|^apps/web/src/(shared|features|app)/' },
    ),
    rule(
      'the-player-has-no-editor',
      'A learner on a poor network loads no recording room.',
      { path: '^apps/web/src/(features/watch|kits/player|kits/stage|kits/timeline)/' },
      { path: '^apps/web/src/kits/recorder/' },
    ),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'require', 'node', 'default'],
    },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/|\\.css$|worker&url' },
  },
};

import react from '@vitejs/plugin-react';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { build, defaultClientConditions, defineConfig, type Plugin, type Rolldown } from 'vite';
import { present } from '../../packages/core/src/present/index.ts';
import { KEPT_WORKER, SHELL_LIST } from '../../packages/core/src/keeping/index.ts';

/** Writes a .gz beside each script and style, so that the server has nothing to pack. */
function packed(): Plugin {
  return {
    name: 'oakbell-packed',
    apply: 'build',
    async closeBundle() {
      const folder = join(import.meta.dirname, 'dist/assets');
      for (const name of await readdir(folder)) {
        if (!/\.(js|css)$/.test(name)) continue;
        await writeFile(
          join(folder, `${name}.gz`),
          await promisify(gzip)(await readFile(join(folder, name)), { level: 9 }),
        );
      }
    },
  };
}

/** What a learner needs where there is no network: the frame, the desk and a piece of work with its lessons. */
const KEPT = /\/features\/watch\/(?:index|desk|answers)\.ts$|\/app\/SessionCover\.tsx$|\/ui\/(?:Notices|KeyList)\.tsx$/;
const KEPT_FONTS = /-latin(?:-ext)?-wght-/;

/** Lists the files of the application that are kept with a lesson, and writes the service worker as one file. */
function kept(): Plugin {
  return {
    name: 'oakbell-kept',
    apply: 'build',
    generateBundle(_, bundle) {
      const source = JSON.stringify(['mark.svg', ...keptFiles(bundle)].map((name) => `/${name}`));
      this.emitFile({ type: 'asset', fileName: SHELL_LIST.slice(1), source });
    },
    async closeBundle() {
      await build({
        configFile: false,
        logLevel: 'warn',
        resolve: { conditions: ['source', ...defaultClientConditions] },
        build: {
          outDir: join(import.meta.dirname, 'dist'),
          emptyOutDir: false,
          copyPublicDir: false,
          lib: {
            entry: join(import.meta.dirname, 'worker/kept.worker.ts'),
            formats: ['iife'],
            name: 'kept',
            fileName: () => KEPT_WORKER.slice(1),
          },
        },
        define: { 'process.env.NODE_ENV': '"production"' },
      });
    },
  };
}

function keptFiles(bundle: Rolldown.OutputBundle): readonly string[] {
  const chunks = Object.values(bundle).filter((one) => one.type === 'chunk');
  const found = new Set<string>();
  const follow = (chunk: Rolldown.OutputChunk): void => {
    if (found.has(chunk.fileName)) return;
    found.add(chunk.fileName);
    for (const css of chunk.viteMetadata?.importedCss ?? []) found.add(css);
    // The entry knows all places there are: which of them are needed is said above.
    const lent = chunk.isEntry ? [] : chunk.dynamicImports;
    for (const name of [...chunk.imports, ...lent]) follow(present(chunks.find((one) => one.fileName === name)));
  };
  for (const chunk of chunks) if (chunk.isEntry || chunk.moduleIds.some((id) => KEPT.test(id))) follow(chunk);
  return [...found, ...Object.keys(bundle).filter((name) => KEPT_FONTS.test(name))];
}

const inside = (...paths: readonly string[]) => new RegExp(`/(?:${paths.join('|')})`);

/**
 * What is needed together is one file: over a slow line each request costs more than the few bytes that a screen
 * could do without. The frame is on every screen, a lesson on each that shows one, controls on most.
 */
const TOGETHER = [
  {
    name: 'frame',
    test: inside(
      'core/src/present/',
      'node_modules/react-router/',
      'node_modules/react-dom/',
      'node_modules/scheduler/',
      'app/(?:Shell|Front|SessionDoor)',
      'preload-helper',
      'utils/get-env/',
      'get-auto-contrast-value/',
    ),
  },
  { name: 'lesson', test: inside('kits/(?:player|stage|timeline)/', 'core/src/(?:log|scene|formats)/') },
  // By learners, and by guardians with a link.
  {
    name: 'watching',
    test: inside('features/watch/(?:EditionView|LinkedLesson|LessonHere|use[A-Z]|watch[A-Z]|playLog)'),
  },
  {
    name: 'controls',
    test: inside(
      'components/(?:NativeSelect|FileButton|Textarea|Progress|Combobox/(?:get-parsed|Combobox.module|ComboboxChevron))',
      'icons/Icon(?:Plus|Pencil|X|Microphone|ArrowUp|ArrowDown|Check|PlayerPlay)\\.',
      'kits/jobs/',
      'core/src/(?:assigning|opening)/',
    ),
    minShareCount: 2,
  },
];

export default defineConfig({
  plugins: [react(), kept(), packed()],
  resolve: { conditions: ['source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    modulePreload: { polyfill: false },
    assetsInlineLimit: 0,
    rolldownOptions: { output: { codeSplitting: { groups: TOGETHER } } },
  },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['OAKBELL_PORT'] ?? 4310}` } },
});

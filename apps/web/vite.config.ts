import react from '@vitejs/plugin-react';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';

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
  plugins: [react(), packed()],
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

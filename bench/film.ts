import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The moments, in ms, at which a film turns white. */
export function flashesIn(file: Buffer): readonly number[] {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-film-'));
  try {
    const path = join(folder, 'film');
    writeFileSync(path, file);
    const filter = `movie=${path},scale=16:9,signalstats`;
    const entries = 'frame=pts_time:frame_tags=lavfi.signalstats.YAVG';
    const args = ['-v', 'error', '-f', 'lavfi', '-i', filter, '-show_entries', entries, '-of', 'csv=p=0'];
    const rows = execFileSync('ffprobe', args, { maxBuffer: 1 << 28 })
      .toString()
      .trim()
      .split('\n');
    const found: number[] = [];
    let before = 0;
    for (const row of rows) {
      const [at = 0, light = 0] = row.split(',').map(Number);
      if (light > 120 && before <= 120) found.push(at * 1000);
      before = light;
    }
    return found;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

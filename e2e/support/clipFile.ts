import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'oakbell-clips-'));
/** Four seconds of red with a steady tone of 1 kHz. */
export function clipFile(name: string, video: boolean): string {
  const path = join(folder, name);
  const picture = video ? ['-f', 'lavfi', '-i', 'color=c=red:s=320x240:r=25:d=4', '-shortest'] : [];
  execFileSync('ffmpeg', [
    ...['-loglevel', 'error', '-y', '-f', 'lavfi', '-i', 'sine=frequency=1000:duration=4', ...picture],
    ...(video ? ['-pix_fmt', 'yuv420p'] : []),
    path,
  ]);
  return path;
}

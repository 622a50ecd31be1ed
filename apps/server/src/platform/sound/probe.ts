import { spawn } from 'node:child_process';

/** What ffprobe tells of a file. */
export interface Probed {
  readonly seconds: number;
  readonly hasSound: boolean;
  readonly video: { readonly width: number; readonly height: number; readonly isStill: boolean } | null;
}
interface Told {
  readonly format?: { readonly duration?: string };
  readonly streams?: readonly {
    readonly codec_type?: string;
    readonly width?: number;
    readonly height?: number;
    readonly duration?: string;
    readonly disposition?: { readonly attached_pic?: number };
  }[];
}

/** Looks into a sound or video file; null for one that cannot be read. */
export const probe = (path: string): Promise<Probed | null> => ask(path, null);

/** Whether a file has sound in it. */
export const hasSound = async (file: Uint8Array): Promise<boolean> => (await ask('pipe:0', file))?.hasSound ?? false;

function ask(path: string, input: Uint8Array | null): Promise<Probed | null> {
  return new Promise((resolve, reject) => {
    const child = spawn('ffprobe', ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path], {
      stdio: ['pipe', 'pipe', 'ignore'],
    });
    // It may end before it has read everything.
    child.stdin.on('error', () => undefined);
    child.stdin.end(input ?? undefined);
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.on('error', reject);
    child.on('close', (code) => resolve(code === 0 ? read(JSON.parse(said) as Told) : null));
  });
}

function read({ format, streams = [] }: Told): Probed {
  const video = streams.find((one) => one.codec_type === 'video');
  return {
    seconds: Number(format?.duration ?? streams[0]?.duration ?? 0) || 0,
    hasSound: streams.some((one) => one.codec_type === 'audio'),
    video: video
      ? { width: video.width ?? 0, height: video.height ?? 0, isStill: video.disposition?.attached_pic === 1 }
      : null,
  };
}

import { ConverterError, withFolder, type WorkFolder } from './converters.ts';
import { BOUNDED } from './ffmpeg.ts';

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

/** Looks into a sound or video file of this machine; null for one that cannot be read. @throws ConverterError past a limit */
export const probe = (file: string): Promise<Probed | null> =>
  withFolder(async (folder) => {
    await folder.put('file', { file });
    return probeIn(folder, 'file');
  });

/** The same for a file that lies in a converter's folder already. */
export async function probeIn(folder: WorkFolder, name: string): Promise<Probed | null> {
  const args = ['-v', 'error', ...BOUNDED, '-show_format', '-show_streams', '-of', 'json', name];
  try {
    return read(JSON.parse((await folder.run({ program: 'ffprobe', args })).toString('utf8')) as Told);
  } catch (failure) {
    if (failure instanceof ConverterError && failure.fault !== 'failed') throw failure;
    return null;
  }
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

/** What one run of a converter may take. */
export interface Limits {
  /** Wall time, in seconds: after it the program is killed with its children. */
  readonly seconds: number;
  /** Address space of each of its processes, in MiB. */
  readonly memoryMb: number;
  /** The largest file it may write, and the most it may say, in MiB. */
  readonly outputMb: number;
  /** Processes and threads at once. */
  readonly processes: number;
}

const KB = 1024;

/** Programs that may be run, each with what it usually needs. A run may ask for less or, where it says why, for more. */
export const PROGRAMS = {
  pdfinfo: { seconds: 20, memoryMb: 512, outputMb: 1, processes: 8 },
  pdftoppm: { seconds: 60, memoryMb: 768, outputMb: 64, processes: 8 },
  pdftotext: { seconds: 30, memoryMb: 512, outputMb: 4, processes: 8 },
  'rsvg-convert': { seconds: 20, memoryMb: 768, outputMb: 64, processes: 16 },
  'heif-convert': { seconds: 30, memoryMb: KB, outputMb: 64, processes: 16 },
  soffice: { seconds: 240, memoryMb: 6 * KB, outputMb: 256, processes: 128 },
  ffprobe: { seconds: 20, memoryMb: KB, outputMb: 1, processes: 32 },
  ffmpeg: { seconds: 900, memoryMb: 3 * KB, outputMb: 2 * KB, processes: 64 },
  /** Our own small programs, which look at files that could take a process with them. */
  node: { seconds: 30, memoryMb: 16 * KB, outputMb: 16, processes: 64 },
} as const satisfies Readonly<Record<string, Limits>>;

export type Program = keyof typeof PROGRAMS;

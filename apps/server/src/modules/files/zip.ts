import type { Readable } from 'node:stream';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import type { Problem } from '../../platform/http/index.ts';

/** What is said of a zip that cannot be used, and how much it may hold. */
export interface ZipLimits {
  readonly broken: Problem;
  readonly swollen: Problem;
  readonly mostEntries: number;
  /** All of it unpacked, in bytes. */
  readonly largest: number;
}

/** A zip whose parts are read as streams; what an entry claims to be is not believed. */
export class Zip {
  private constructor(
    private readonly file: ZipFile,
    readonly entries: ReadonlyMap<string, Entry>,
    private readonly limits: ZipLimits,
  ) {}

  /** Lends a zip. @throws Problem `broken` or `swollen`, before anything is unpacked */
  static async open<T>(path: string, limits: ZipLimits, use: (zip: Zip) => Promise<T>): Promise<T> {
    const file = await new Promise<ZipFile>((resolve, reject) =>
      yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (failure, zip) =>
        failure ? reject(limits.broken) : resolve(zip),
      ),
    );
    try {
      return await use(new Zip(file, await entriesOf(file, limits), limits));
    } finally {
      file.close();
    }
  }

  /** The bytes of a part; null where there is none. @throws Problem `broken` */
  bytes(name: string): Promise<Readable | null> {
    const entry = this.entries.get(name);
    if (!entry) return Promise.resolve(null);
    return new Promise((resolve, reject) =>
      this.file.openReadStream(entry, (failure, stream) => (failure ? reject(this.limits.broken) : resolve(stream))),
    );
  }
}

/** Every part by its name, by what the zip says of itself. */
function entriesOf(
  zip: ZipFile,
  { broken, swollen, mostEntries, largest }: ZipLimits,
): Promise<ReadonlyMap<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    let unpacked = 0;
    zip.on('entry', (entry: Entry) => {
      unpacked += entry.uncompressedSize;
      if (unpacked > largest || entries.size >= mostEntries) return reject(swollen);
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', () => reject(broken));
    zip.readEntry();
  });
}

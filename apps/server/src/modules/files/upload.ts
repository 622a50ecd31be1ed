import { applyDecorators, PayloadTooLargeException, UseInterceptors } from '@nestjs/common';
import { FilesInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import type { Request } from 'express';
import multer, { type StorageEngine } from 'multer';
import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline, Transform } from 'node:stream';
import { InSteps } from '../../platform/acts/index.ts';
import { workFolder } from '../../platform/config/index.ts';
import { workOf } from '../../platform/converters/index.ts';
import { LARGEST_FILE, LARGEST_UPLOAD, MOST_FILES } from './limits.ts';

/** An uploaded file as it lies on this machine's disk. */
export interface UploadedFile {
  readonly path: string;
  readonly originalname: string;
  readonly size: number;
}

/** Files on their way lie here; what a process that is gone left is swept when the next one begins. */
function folder(): string {
  const path = join(workOf(workFolder(process.env)), 'uploads');
  mkdirSync(path, { recursive: true, mode: 0o711 });
  return path;
}

/** Files on disk, as many bytes of one request as all of them may have. */
class CountedFiles implements StorageEngine {
  readonly #disk = multer.diskStorage({ destination: (_, __, done) => done(null, folder()) });
  readonly #bytes = new WeakMap<Request, number>();

  _handleFile(request: Request, file: Express.Multer.File, done: (failure?: unknown, info?: object) => void): void {
    const counted = new Transform({
      transform: (chunk: Buffer, _, next) => {
        const bytes = (this.#bytes.get(request) ?? 0) + chunk.length;
        this.#bytes.set(request, bytes);
        next(bytes > LARGEST_UPLOAD ? new PayloadTooLargeException() : null, chunk);
      },
    });
    pipeline(file.stream, counted, (failure) => failure && done(failure));
    this.#disk._handleFile(request, { ...file, stream: counted }, done);
  }
  _removeFile(request: Request, file: Express.Multer.File, done: (failure: Error | null) => void): void {
    this.#disk._removeFile(request, file, done);
  }
}
const files = new CountedFiles();

const BODY = {
  schema: { type: 'object', properties: { files: { type: 'array', items: { type: 'string', format: 'binary' } } } },
} as const;

/**
 * The route receives files in field `files` on disk; what is larger, or more, than is taken is refused while it arrives.
 * They are looked into before anything is done with them: it is done in steps.
 */
export const ReceivesFiles = (): MethodDecorator =>
  applyDecorators(
    InSteps('files are received and looked into first; what comes of them is one act'),
    UseInterceptors(intoFolder()),
    ApiConsumes('multipart/form-data'),
    ApiBody({ ...BODY }),
  );

const intoFolder = () =>
  FilesInterceptor('files', MOST_FILES, {
    storage: files,
    limits: {
      fileSize: LARGEST_FILE,
      files: MOST_FILES,
      fields: 5,
      fieldSize: 1000,
      fieldNameSize: 100,
      headerPairs: 50,
    },
    defParamCharset: 'utf8',
  });

/** Does something with received files and takes them off the disk, whatever comes of it. */
export async function withFiles<T>(
  received: readonly UploadedFile[] | undefined,
  use: (files: readonly UploadedFile[]) => Promise<T>,
): Promise<T> {
  try {
    return await use(received ?? []);
  } finally {
    for (const file of received ?? []) await rm(file.path, { force: true });
  }
}

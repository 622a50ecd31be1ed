import { FilesInterceptor } from '@nestjs/platform-express';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import multer from 'multer';
import type { UploadedFile } from './imports.service.ts';

/** The largest file that is taken, in bytes: 100 MB. */
export const LARGEST_FILE = 100 * 1024 * 1024;

/** Receives up to 200 files in field `files` on disk; larger ones are refused while they arrive. */
export const ReceiveFiles = () =>
  FilesInterceptor('files', 200, {
    storage: multer.diskStorage({ destination: tmpdir() }),
    limits: { fileSize: LARGEST_FILE },
    defParamCharset: 'utf8',
  });

/** Does something with received files and takes them off the disk, whatever comes of it. */
export async function withFiles<T>(
  files: readonly UploadedFile[] | undefined,
  use: (files: readonly UploadedFile[]) => Promise<T>,
): Promise<T> {
  try {
    return await use(files ?? []);
  } finally {
    for (const file of files ?? []) await rm(file.path, { force: true });
  }
}

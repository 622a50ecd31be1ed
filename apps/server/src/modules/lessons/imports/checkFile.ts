import { open, readFile } from 'node:fs/promises';
import { Problem } from '../../../platform/http/index.ts';
import { checkMedia } from './media.ts';
import { pdfPages } from './pdf.ts';
import { checkPicture } from './pictures.ts';
import { readSlides, type SlideFile } from './slides.ts';
import { sniff } from './sniff.ts';
import { cleanSvg } from './svg.ts';

/** A file that can become pages. */
export interface CheckedFile {
  readonly path: string;
  readonly name: string;
  readonly kind: 'pdf' | 'picture' | 'svg' | 'slides' | 'clip';
  readonly pages: number;
  readonly slides?: SlideFile;
}

/** A drawing larger than this is not a drawing for a page, in bytes. */
const LARGEST_SVG = 10 * 1024 * 1024;

/** Looks at what a file holds, without keeping anything. @throws Problem that says which file and why */
export async function checkFile(path: string, name: string): Promise<CheckedFile> {
  switch (sniff(await firstBytes(path))) {
    case 'pdf':
      return { path, name, kind: 'pdf', pages: await pdfPages(path) };
    case 'png':
    case 'jpeg':
    case 'webp':
      await checkPicture(path);
      return { path, name, kind: 'picture', pages: 1 };
    case 'svg': {
      const bytes = await readFile(path);
      if (bytes.length > LARGEST_SVG) throw refused(name, 'is a drawing of more than 10 MB');
      cleanSvg(bytes.toString('utf8'));
      return { path, name, kind: 'svg', pages: 1 };
    }
    case 'zip': {
      const slides = readSlides(await readFile(path));
      return { path, name, kind: 'slides', pages: slides.slides, slides };
    }
    case 'media':
      await checkMedia(path, name);
      return { path, name, kind: 'clip', pages: 1 };
    case 'old-office':
      throw await oldOffice(path, name);
    case 'empty':
      throw new Problem(422, 'file-empty', `“${name}” is empty: it holds no bytes. Save it again and add that.`);
    case 'other':
      throw refused(
        name,
        /\.pdf$/i.test(name)
          ? 'is named .pdf but is not a PDF'
          : 'is not a PDF, PPTX, ODP, SVG, PNG, JPEG, WebP, sound or video',
      );
  }
}

const refused = (name: string, what: string) =>
  new Problem(
    415,
    'wrong-kind-of-file',
    `“${name}” ${what}. Nothing was changed; choose a PDF, slides, a picture or a clip.`,
  );

/** A locked PPTX lies in the same kind of container as slides of before 2007. */
async function oldOffice(path: string, name: string): Promise<Problem> {
  const isLocked = (await readFile(path)).includes(Buffer.from('EncryptedPackage', 'utf16le'));
  return isLocked
    ? new Problem(
        422,
        'slides-encrypted',
        `“${name}” is locked with a password. Save a copy without a password and add that.`,
      )
    : refused(name, 'is in an old office format. Save it as PPTX or PDF and add that');
}

async function firstBytes(path: string): Promise<Uint8Array> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

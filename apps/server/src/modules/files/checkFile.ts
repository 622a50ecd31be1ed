import { open, readFile } from 'node:fs/promises';
import { Problem } from '../../platform/http/index.ts';
import { LARGEST_SVG } from './limits.ts';
import { checkMedia } from './media.ts';
import { pdfPages } from './pdf.ts';
import { isProgram, isText, namedAsShown } from './plain.ts';
import { checkPicture, withoutPlace } from './pictures.ts';
import { officeFormat, type OfficeFormat } from './documents.ts';
import { asJpeg } from './heic.ts';
import { withOfficeAsPdf } from './office.ts';
import { readSlides, type SlideFile } from './slides.ts';
import { sniff, SNIFFED_BYTES } from './sniff.ts';
import { cleanSvg } from './svg.ts';

/** What a file holds that can become pages. */
export interface FileFacts {
  readonly kind: 'pdf' | 'picture' | 'svg' | 'slides' | 'clip' | 'text' | 'whole';
  /** 1 for what may become more: text; and for what is offered whole, beside a page that stands for it. */
  readonly pages: number;
  readonly slides?: SlideFile;
  /** What is kept in place of what was sent: cleaned, or without what it tells beside itself. As sent when left out. */
  readonly keep?: Buffer;
}

/** What a place takes beside PDFs and pictures. */
export interface Taken {
  readonly clips: boolean;
  readonly slides: boolean;
  /** Texts and slides of offices, which become a PDF. */
  readonly office?: boolean;
  /** Texts and tables, as they are. */
  readonly documents?: boolean;
  /** Plain text, as sheets; and what cannot be shown as pages, to be offered whole. Programs are refused. */
  readonly anything?: boolean;
}
const ALL: Taken = { clips: true, slides: true };
/** Texts and tables; slides are looked into as slides. */
const AS_IS: ReadonlySet<OfficeFormat> = new Set(['docx', 'odt', 'xlsx', 'ods']);
const BECOMES_PDF: ReadonlySet<OfficeFormat> = new Set(['docx', 'odt', 'pptx', 'odp']);

/** Looks at a file that is handed on as it is, and becomes no pages. Gives what is kept in its place, if anything. @throws Problem as `checkFile` */
export async function checkAsIs(path: string, name: string): Promise<Pick<FileFacts, 'keep'>> {
  const kind = await sniff(await firstBytes(path));
  // It would be something else than what its name says.
  if (kind === 'heic')
    throw new Problem(
      415,
      'wrong-kind-of-file',
      `“${name}” is a photo that not every browser can show. Nothing was changed; save it as JPEG, or set the camera to the most compatible format, and add that.`,
    );
  const format = kind === 'zip' ? await officeFormat(path) : null;
  return format !== null && AS_IS.has(format) ? {} : checkFile(path, name, { ...ALL, documents: true });
}

/** Looks at what a file holds, without keeping anything. @throws Problem that says which file and why; Error outside a job */
export async function checkFile(path: string, name: string, taken: Taken = ALL): Promise<FileFacts> {
  const refused = (what: string) =>
    new Problem(415, 'wrong-kind-of-file', `“${name}” ${what}. Nothing was changed; choose ${wordsFor(taken)}.`);
  switch (await sniff(await firstBytes(path))) {
    case 'pdf':
      return { kind: 'pdf', pages: await pdfPages(path) };
    case 'png':
    case 'jpeg':
    case 'webp':
      await checkPicture(path);
      return { kind: 'picture', pages: 1, keep: await withoutPlace(path) };
    case 'svg': {
      const bytes = await readFile(path);
      if (bytes.length > LARGEST_SVG) throw refused(`is a drawing of more than ${LARGEST_SVG / 1024 / 1024} MB`);
      return { kind: 'svg', pages: 1, keep: Buffer.from(cleanSvg(bytes.toString('utf8'))) };
    }
    case 'heic':
      return { kind: 'picture', pages: 1, keep: await asJpeg(path, name) };
    case 'zip': {
      if (taken.anything && !(await becomesPdf(path)) && !namedAsShown(name)) return whole(path, name);
      if (taken.office) return officeAsPdf(path, name, refused);
      if (!taken.slides) throw refused('holds slides; export them as a PDF and add that');
      const slides = await readSlides(path);
      return { kind: 'slides', pages: slides.slides, slides };
    }
    case 'media':
      if (!taken.clips) throw refused('is a sound or video file');
      await checkMedia(path, name);
      return { kind: 'clip', pages: 1 };
    case 'old-office':
      if (await isLocked(path)) throw lockedSlides(name);
      if (taken.anything) return whole(path, name);
      throw refused('is in an old office format; save it as a PDF and add that');
    case 'empty':
      throw new Problem(422, 'file-empty', `“${name}” is empty: it holds no bytes. Save it again and add that.`);
    case 'other':
      if (taken.anything && !namedAsShown(name))
        return (await isText(path)) ? { kind: 'text', pages: 1 } : whole(path, name);
      throw refused(/\.pdf$/i.test(name) ? 'is named .pdf but is not a PDF' : 'is of a kind that cannot be used here');
  }
}

const becomesPdf = async (path: string): Promise<boolean> => {
  const format = await officeFormat(path);
  return format !== null && BECOMES_PDF.has(format);
};

/** A file that cannot be shown. @throws Problem `program` for what would run on whoever opens it */
async function whole(path: string, name: string): Promise<FileFacts> {
  if (!isProgram(name, await firstBytes(path))) return { kind: 'whole', pages: 1 };
  throw new Problem(
    415,
    'program',
    `“${name}” is a program, or is named like one, and is not passed on. Nothing was changed; hand in its text, pictures of it, or a zip of its text files.`,
  );
}

/** A text or slides as the PDF that is kept in their place. */
async function officeAsPdf(path: string, name: string, refused: (what: string) => Problem): Promise<FileFacts> {
  const format = await officeFormat(path);
  if (format === null || !BECOMES_PDF.has(format))
    throw refused(
      format === null ? 'is of a kind that cannot be used here' : 'is a table; save it as a PDF and add that',
    );
  const broken = new Problem(
    422,
    'document-broken',
    `“${name}” is damaged or locked and cannot be opened. Nothing was changed; save it as a PDF and add that.`,
  );
  const missing = new Problem(
    503,
    'no-office',
    `This server cannot open “${name}” yet: LibreOffice is missing. Save it as a PDF and add that, or ask the keeper.`,
  );
  return withOfficeAsPdf(path, format, { broken, missing }, async (pdf) => ({
    kind: 'pdf',
    pages: await pdfPages(pdf),
    keep: await readFile(pdf),
  }));
}

const EITHER = new Intl.ListFormat('en', { type: 'disjunction' });
/** What can be brought to a place, in words. */
const wordsFor = ({ clips, slides, office = false, documents = false, anything = false }: Taken): string =>
  EITHER.format([
    'a PDF',
    ...(office ? ['a text (DOCX, ODT)'] : []),
    ...(slides || office ? ['slides (PPTX, ODP)'] : []),
    'a picture (JPEG, PNG, WebP, HEIC or SVG)',
    ...(documents ? ['a text or table (DOCX, ODT, XLSX, ODS)'] : []),
    ...(clips ? ['a sound or video file'] : []),
    ...(anything ? ['a text or table'] : []),
  ]);

/** A locked PPTX lies in the same kind of container as slides of before 2007. */
const isLocked = async (path: string): Promise<boolean> =>
  (await readFile(path)).includes(Buffer.from('EncryptedPackage', 'utf16le'));
const lockedSlides = (name: string) =>
  new Problem(
    422,
    'slides-encrypted',
    `“${name}” is locked with a password. Save a copy without a password and add that.`,
  );

async function firstBytes(path: string): Promise<Uint8Array> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(SNIFFED_BYTES), 0, SNIFFED_BYTES, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

/** Whether a file is a drawing: it is drawn by a program, not decoded. */
export const isDrawing = async (path: string): Promise<boolean> => (await sniff(await firstBytes(path))) === 'svg';

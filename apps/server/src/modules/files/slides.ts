/*
 * Office slides: what they are is found out from the zip itself, and notes are read from their XML as it streams by.
 */
import type { Readable } from 'node:stream';
import { SaxesParser } from 'saxes';
import { Problem } from '../../platform/http/index.ts';
import { withOfficeAsPdf } from './office.ts';
import { LARGEST_UNPACKED, LARGEST_XML, MOST_ENTRIES } from './limits.ts';
import { Zip } from './zip.ts';

export interface SlideFile {
  readonly format: 'pptx' | 'odp';
  readonly slides: number;
  /** Speaker notes, slide by slide; empty where there are none. */
  readonly notes: readonly string[];
}

const BROKEN = new Problem(
  422,
  'slides-broken',
  'These slides are damaged and cannot be opened. Nothing was changed; save them anew and try again.',
);
const LOCKED = new Problem(
  422,
  'slides-encrypted',
  'These slides are locked with a password. Save a copy without a password and add that.',
);
const SWOLLEN = new Problem(
  422,
  'slides-too-large',
  `Unpacked, these slides are larger than ${LARGEST_UNPACKED / 1024 / 1024} MB, or hold more than ${MOST_ENTRIES.toLocaleString('en')} parts. Nothing was changed; export them as a PDF and add that.`,
);

/** Reads slides and their notes without drawing anything. @throws Problem `slides-broken`, `slides-encrypted`, `slides-too-large`, `not-slides` */
export async function readSlides(path: string): Promise<SlideFile> {
  const limits = { broken: BROKEN, swollen: SWOLLEN, mostEntries: MOST_ENTRIES, largest: LARGEST_UNPACKED };
  const slides = await Zip.open(path, limits, async (zip) => {
    const reader = new Parts(zip);
    const mimetype = await reader.text('mimetype', 200);
    if (mimetype?.startsWith('application/vnd.oasis.opendocument.presentation')) {
      if ((await reader.text('META-INF/manifest.xml', LARGEST_XML))?.includes('encryption-data')) throw LOCKED;
      return odpOf(reader);
    }
    return zip.entries.has('ppt/presentation.xml') ? pptxOf(reader) : null;
  }).catch((failure: unknown) => {
    throw failure instanceof Problem ? failure : BROKEN;
  });
  if (slides) return slides;
  throw new Problem(
    415,
    'not-slides',
    'This is neither PPTX nor ODP. Nothing was changed; export it as a PDF and add that.',
  );
}

interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
}
interface Listener {
  readonly open?: (element: Element) => void;
  readonly text?: (text: string) => void;
  readonly close?: (name: string) => void;
}

/** The parts of a zip, each read as a stream up to a limit: what an entry claims to be is not believed. */
class Parts {
  #left = LARGEST_XML;

  constructor(private readonly zip: Zip) {}

  async text(name: string, most: number): Promise<string | null> {
    const stream = await this.#stream(name);
    if (!stream) return null;
    let text = '';
    for await (const chunk of stream) {
      text += String(chunk);
      if (text.length > most) throw SWOLLEN;
    }
    return text;
  }

  /** Reads a part as XML; does nothing where there is none. Sizes add up over all parts of a file. */
  async xml(name: string, listener: Listener): Promise<void> {
    const stream = await this.#stream(name);
    if (!stream) return;
    const parser = new SaxesParser();
    parser.on('doctype', (text) => {
      // Entities of its own have no place in such a file; they only serve to swell it.
      if (text.includes('<!ENTITY')) throw BROKEN;
    });
    parser.on('error', () => {
      throw BROKEN;
    });
    parser.on('opentag', ({ name: tag, attributes }) =>
      listener.open?.({ name: tag, attributes: attributes as Record<string, string> }),
    );
    parser.on('text', (text) => listener.text?.(text));
    parser.on('closetag', ({ name: tag }) => listener.close?.(tag));
    for await (const chunk of stream) {
      this.#left -= (chunk as string).length;
      if (this.#left < 0) throw SWOLLEN;
      parser.write(String(chunk));
    }
    parser.close();
  }

  async #stream(name: string): Promise<Readable | null> {
    return (await this.zip.bytes(name))?.setEncoding('utf8') ?? null;
  }
}

const lines = (texts: readonly string[]): string =>
  texts
    .map((text) => text.replaceAll(/\s+/g, ' ').trim())
    .filter(Boolean)
    .join('\n');

/** Targets of relations: by their id, and the first of each type by its last word. */
async function relations(
  parts: Parts,
  name: string,
): Promise<{ byId: Map<string, string>; byType: Map<string, string> }> {
  const [byId, byType] = [new Map<string, string>(), new Map<string, string>()];
  await parts.xml(name, {
    open: ({ name: tag, attributes: { Id = '', Target = '', Type = '' } }) => {
      if (tag !== 'Relationship') return;
      byId.set(Id, Target);
      const type = Type.slice(Type.lastIndexOf('/') + 1);
      if (!byType.has(type)) byType.set(type, Target);
    },
  });
  return { byId, byType };
}

const lastName = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

async function pptxOf(parts: Parts): Promise<SlideFile> {
  const order: string[] = [];
  await parts.xml('ppt/presentation.xml', {
    open: ({ name, attributes }) => void (name === 'p:sldId' && order.push(attributes['r:id'] ?? '')),
  });
  if (order.length > MOST_ENTRIES) throw SWOLLEN;
  const { byId } = await relations(parts, 'ppt/_rels/presentation.xml.rels');
  const notes: string[] = [];
  for (const id of order) {
    const { byType } = await relations(parts, `ppt/slides/_rels/${lastName(byId.get(id) ?? '')}.rels`);
    const target = byType.get('notesSlide');
    notes.push(target ? await notesOf(parts, `ppt/notesSlides/${lastName(target)}`) : '');
  }
  return { format: 'pptx', slides: order.length, notes };
}

/** The body of a notes page: its other places hold the slide's picture, its number and the date. */
async function notesOf(parts: Parts, name: string): Promise<string> {
  const body: string[] = [];
  let shape: { isBody: boolean; paragraphs: string[] } | null = null;
  let isText = false;
  await parts.xml(name, {
    open: ({ name: tag, attributes }) => {
      if (tag === 'p:sp') shape = { isBody: false, paragraphs: [] };
      else if (tag === 'p:ph' && shape) shape.isBody ||= attributes['type'] === 'body';
      else if (tag === 'a:p') shape?.paragraphs.push('');
      else if (tag === 'a:t') isText = true;
    },
    text: (text) => {
      const paragraphs = shape?.paragraphs;
      if (isText && paragraphs && paragraphs.length > 0) paragraphs[paragraphs.length - 1] += text;
    },
    close: (tag) => {
      if (tag === 'a:t') isText = false;
      if (tag !== 'p:sp') return;
      if (shape?.isBody) body.push(...shape.paragraphs);
      shape = null;
    },
  });
  return lines(body);
}

async function odpOf(parts: Parts): Promise<SlideFile> {
  const notes: string[][] = [];
  let [inNotes, paragraphs] = [0, 0];
  await parts.xml('content.xml', {
    open: ({ name }) => {
      if (name === 'draw:page') notes.push([]);
      else if (name === 'presentation:notes') inNotes += 1;
      else if (name === 'text:p' && inNotes > 0) {
        if (paragraphs === 0) notes.at(-1)?.push('');
        paragraphs += 1;
      }
    },
    text: (text) => {
      const own = notes.at(-1);
      if (paragraphs > 0 && own && own.length > 0) own[own.length - 1] += text;
    },
    close: (name) => {
      if (name === 'presentation:notes') inNotes -= 1;
      else if (name === 'text:p' && inNotes > 0) paragraphs -= 1;
    },
  });
  if (notes.length === 0) throw BROKEN;
  return { format: 'odp', slides: notes.length, notes: notes.map(lines) };
}

/** Draws slides as a PDF and lends it as a file. @throws Problem `slides-broken`, `no-slide-maker`; ConverterError past a limit */
export const withSlidesAsPdf = <T>(
  file: string,
  format: SlideFile['format'],
  use: (pdf: string) => Promise<T>,
): Promise<T> => withOfficeAsPdf(file, format, { broken: BROKEN, missing: NO_SLIDE_MAKER }, use);

const NO_SLIDE_MAKER = new Problem(
  503,
  'no-slide-maker',
  'This server cannot open PPTX or ODP yet: LibreOffice Impress is missing. Export the slides as a PDF and add that, or ask the keeper.',
);

/*
 * Office slides: what they are is found out from the zip itself, notes are read from their XML, and LibreOffice draws
 * them as a PDF. It runs in a profile of its own that never runs macros and follows no links.
 */
import { XMLParser } from 'fast-xml-parser';
import { unzipSync } from 'fflate';
import { execFile } from 'node:child_process';
import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { Problem } from '../../../platform/http/index.ts';

const run = promisify(execFile);

/** A file that takes longer to convert is given up. */
const PATIENCE_MS = 240_000;
/** Larger XML within a file is not read: a zip can hold far more than it weighs. */
const LARGEST_XML = 20 * 1024 * 1024;

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

/** Reads slides and their notes without drawing anything. @throws Problem `slides-broken`, `slides-encrypted`, `not-slides` */
export function readSlides(bytes: Uint8Array): SlideFile {
  const files = entriesOf(bytes);
  const text = (name: string) => (files[name] ? new TextDecoder().decode(files[name]) : null);
  if (text('mimetype')?.startsWith('application/vnd.oasis.opendocument.presentation')) {
    if (text('META-INF/manifest.xml')?.includes('encryption-data')) throw LOCKED;
    return odpOf(text('content.xml') ?? '');
  }
  if (files['ppt/presentation.xml']) return pptxOf(files, text);
  throw new Problem(
    415,
    'not-slides',
    'This is neither PPTX nor ODP. Nothing was changed; export it as a PDF and add that.',
  );
}

function entriesOf(bytes: Uint8Array): Readonly<Record<string, Uint8Array>> {
  const wanted =
    /^(mimetype|content\.xml|META-INF\/manifest\.xml|ppt\/(presentation\.xml|_rels\/presentation\.xml\.rels|slides\/_rels\/.+|notesSlides\/.+\.xml))$/;
  try {
    return unzipSync(bytes, { filter: (file) => wanted.test(file.name) && file.originalSize <= LARGEST_XML });
  } catch {
    throw BROKEN;
  }
}

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  trimValues: false,
  processEntities: true,
});
const parse = (xml: string): unknown => {
  // Entities of its own have no place in such a file; they only serve to swell it.
  if (xml.includes('<!ENTITY')) throw BROKEN;
  try {
    return parser.parse(xml) as unknown;
  } catch {
    throw BROKEN;
  }
};

/** Every element of this name, in the order of the document. */
function elements(node: unknown, name: string): readonly unknown[] {
  if (typeof node !== 'object' || node === null) return [];
  if (Array.isArray(node)) return node.flatMap((one) => elements(one, name));
  return Object.entries(node).flatMap(([key, value]) => {
    if (key !== name) return elements(value, name);
    return Array.isArray(value) ? (value as unknown[]) : [value];
  });
}

/** All text within, attributes left out. */
function textWithin(node: unknown): string {
  if (typeof node === 'string' || typeof node === 'number') return String(node);
  if (Array.isArray(node)) return node.map(textWithin).join('');
  if (typeof node !== 'object' || node === null) return '';
  return Object.entries(node)
    .filter(([key]) => !key.startsWith('@'))
    .map(([, value]) => textWithin(value))
    .join('');
}

const lines = (texts: readonly string[]): string =>
  texts
    .map((text) => text.replaceAll(/\s+/g, ' ').trim())
    .filter(Boolean)
    .join('\n');

interface Relation {
  readonly '@Id': string;
  readonly '@Target': string;
  readonly '@Type': string;
}
const relations = (xml: string | null): readonly Relation[] =>
  xml === null ? [] : (elements(parse(xml), 'Relationship') as readonly Relation[]);

function pptxOf(files: Readonly<Record<string, Uint8Array>>, text: (name: string) => string | null): SlideFile {
  const order = elements(parse(text('ppt/presentation.xml')!), 'p:sldId') as readonly Record<string, string>[];
  const targets = new Map(
    relations(text('ppt/_rels/presentation.xml.rels')).map((one) => [one['@Id'], one['@Target']]),
  );
  const slides = order.map((one) => (targets.get(one['@r:id'] ?? '') ?? '').replace(/^\/?(ppt\/)?/, ''));
  const notes = slides.map((slide) => {
    const own = relations(text(`ppt/slides/_rels/${slide.split('/').pop()}.rels`));
    const target = own.find((one) => one['@Type'].endsWith('/notesSlide'))?.['@Target'];
    const name = target ? `ppt/notesSlides/${target.split('/').pop()}` : '';
    return files[name] ? notesOf(text(name)!) : '';
  });
  return { format: 'pptx', slides: slides.length, notes };
}

/** The body of a notes page: its other places hold the slide's picture, its number and the date. */
function notesOf(xml: string): string {
  const shapes = elements(parse(xml), 'p:sp');
  const body = shapes.filter((shape) =>
    elements(shape, 'p:ph').some((place) => (place as Record<string, string> | null)?.['@type'] === 'body'),
  );
  return lines(elements(body, 'a:p').map((paragraph) => elements(paragraph, 'a:t').map(textWithin).join('')));
}

function odpOf(content: string): SlideFile {
  const pages = elements(parse(content), 'draw:page');
  if (pages.length === 0) throw BROKEN;
  const notes = pages.map((page) => lines(elements(elements(page, 'presentation:notes'), 'text:p').map(textWithin)));
  return { format: 'odp', slides: pages.length, notes };
}

/** Settings under which nothing in a file is run and nothing outside it is fetched. */
const PROFILE = `<?xml version="1.0" encoding="UTF-8"?>
<oor:items xmlns:oor="http://openoffice.org/2001/registry" xmlns:xs="http://www.w3.org/2001/XMLSchema">
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="MacroSecurityLevel" oor:op="fuse"><value>3</value></prop></item>
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableMacrosExecution" oor:op="fuse"><value>true</value></prop></item>
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="BlockUntrustedRefererLinks" oor:op="fuse"><value>true</value></prop></item>
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableActiveContent" oor:op="fuse"><value>true</value></prop></item>
</oor:items>`;

/** Draws slides as a PDF. @throws Problem `slides-broken`, `no-slide-maker` */
export async function slidesToPdf(bytes: Uint8Array, format: SlideFile['format']): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'oakbell-slides-'));
  try {
    const profile = join(folder, 'profile');
    await mkdir(join(profile, 'user'), { recursive: true });
    await writeFile(join(profile, 'user', 'registrymodifications.xcu'), PROFILE);
    const file = join(folder, `slides.${format}`);
    await writeFile(file, bytes);
    const args = [
      `-env:UserInstallation=file://${profile}`,
      '--headless',
      '--norestore',
      '--convert-to',
      'pdf',
      '--outdir',
      folder,
      file,
    ];
    await run('soffice', args, { timeout: PATIENCE_MS, env: { ...process.env, HOME: folder } }).catch(
      (failure: NodeJS.ErrnoException) => {
        if (failure.code === 'ENOENT') {
          throw new Problem(
            503,
            'no-slide-maker',
            'This server cannot open PPTX or ODP yet: LibreOffice Impress is missing. Export the slides as a PDF and add that, or ask the keeper.',
          );
        }
        throw BROKEN;
      },
    );
    return await readFile(join(folder, 'slides.pdf')).catch(() => {
      throw BROKEN;
    });
  } finally {
    await rm(folder, { recursive: true, force: true, maxRetries: 3 });
  }
}

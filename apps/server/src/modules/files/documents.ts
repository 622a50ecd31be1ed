import { Problem } from '../../platform/http/index.ts';
import { LARGEST_UNPACKED, MOST_ENTRIES } from './limits.ts';
import { Zip } from './zip.ts';

const BROKEN = new Problem(
  422,
  'document-broken',
  'This document is damaged and cannot be opened. Nothing was changed; save it anew and try again.',
);
const SWOLLEN = new Problem(
  422,
  'document-too-large',
  `Unpacked, this document is larger than ${LARGEST_UNPACKED / 1024 / 1024} MB, or holds more than ${MOST_ENTRIES.toLocaleString('en')} parts. Nothing was changed; save it as a PDF and add that.`,
);
const LIMITS = { broken: BROKEN, swollen: SWOLLEN, mostEntries: MOST_ENTRIES, largest: LARGEST_UNPACKED };

/** A part that stands in every file of an office format of the one family; of the other the type is written in it. */
const PARTS = { 'word/document.xml': 'docx', 'xl/workbook.xml': 'xlsx', 'ppt/presentation.xml': 'pptx' } as const;
const OPEN_DOCUMENT = { text: 'odt', spreadsheet: 'ods', presentation: 'odp' } as const;
const TYPE = /^application\/vnd\.oasis\.opendocument\.(text|spreadsheet|presentation)/;
const LONGEST_TYPE = 100;

/** Formats of offices, by the endings that they usually have. */
export type OfficeFormat = (typeof PARTS)[keyof typeof PARTS] | (typeof OPEN_DOCUMENT)[keyof typeof OPEN_DOCUMENT];

/** Which office format a zip is; null for none. @throws Problem `document-broken`, `document-too-large` */
export const officeFormat = (path: string): Promise<OfficeFormat | null> =>
  Zip.open(path, LIMITS, async (zip) => {
    for (const [part, format] of Object.entries(PARTS)) if (zip.entries.has(part)) return format;
    const stream = await zip.bytes('mimetype');
    if (!stream) return null;
    let type = '';
    for await (const chunk of stream) {
      type += String(chunk);
      if (type.length > LONGEST_TYPE) break;
    }
    const kind = TYPE.exec(type)?.[1] as keyof typeof OPEN_DOCUMENT | undefined;
    return kind ? OPEN_DOCUMENT[kind] : null;
  });

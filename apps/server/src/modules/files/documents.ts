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

/** Parts that stand in every text and table of the two office formats, and no longer name than these begins one. */
const PARTS = ['word/document.xml', 'xl/workbook.xml'];
const OPEN_DOCUMENT = /^application\/vnd\.oasis\.opendocument\.(?:text|spreadsheet)/;
const LONGEST_TYPE = 100;

/** Whether a zip is a text or a table of an office. @throws Problem `document-broken`, `document-too-large` */
export const isDocument = (path: string): Promise<boolean> =>
  Zip.open(path, LIMITS, async (zip) => {
    if (PARTS.some((part) => zip.entries.has(part))) return true;
    const stream = await zip.bytes('mimetype');
    if (!stream) return false;
    let type = '';
    for await (const chunk of stream) {
      type += String(chunk);
      if (type.length > LONGEST_TYPE) break;
    }
    return OPEN_DOCUMENT.test(type);
  });

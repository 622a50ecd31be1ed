/*
 * Files of people as other programs write them: what they hold is found out from their bytes. Run in the job process.
 */
import {
  MOST_COLUMNS,
  MOST_MEMBERS,
  ONE_ROSTER_FILES,
  OneRosterReader,
  RosterError,
  type OneRosterFile,
  type Roster,
} from '@oakbell/core/rosters';
import { present } from '@oakbell/core/present';
import { readFile } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import Papa from 'papaparse';
import { Problem } from '../../platform/http/index.ts';
import { Zip } from '../files/index.ts';

const MB = 1024 * 1024;
/** The largest file, and a zip of files unpacked, in bytes. */
export const LARGEST_ROSTER = 40 * MB;
const LARGEST_UNPACKED_ROSTER = 200 * MB;
const MOST_FILES_IN_ZIP = 200;

const words = (failure: string) => `${failure} Nothing was changed.`;
export const rosterProblem = (failure: string): Problem => new Problem(422, 'roster-unreadable', words(failure));
const BROKEN = rosterProblem('This zip is damaged: only a part of it arrived, or it was not written to its end.');
const SWOLLEN = rosterProblem(
  `Unpacked, this zip is larger than ${LARGEST_UNPACKED_ROSTER / MB} MB, or holds more than ${MOST_FILES_IN_ZIP} files.`,
);

export type RosterFileKind = 'zip' | 'text';

/** The first bytes of a zip, and of one with nothing in it. A list may begin with these two letters as well. */
const ZIP_MARKS = ['PK\x03\x04', 'PK\x05\x06'];

/** What a file is, by its first bytes. @throws Problem `roster-unreadable` for one that is no list and no zip */
export function kindOfFile(first: Uint8Array, name: string): RosterFileKind {
  const bytes = Buffer.from(first);
  if (bytes.length === 0) throw rosterProblem(`“${name}” is empty: it holds no bytes.`);
  if (ZIP_MARKS.includes(bytes.subarray(0, 4).toString('latin1'))) {
    if (/\.(xlsx|ods)$/i.test(name))
      throw rosterProblem(`“${name}” is a workbook. Save its sheet as CSV and bring that.`);
    return 'zip';
  }
  const isWide = bytes[0] === 0xff || bytes[0] === 0xfe || isUtf16(bytes) !== null;
  if (!isWide && bytes.includes(0)) throw rosterProblem(`“${name}” is no CSV file and no zip.`);
  return 'text';
}

/** By zero bytes at every other place, where no mark at the beginning tells it. */
function isUtf16(bytes: Buffer): 'utf-16le' | 'utf-16be' | null {
  const some = bytes.subarray(0, 200);
  const zeros = (from: number) => some.filter((byte, i) => i % 2 === from && byte === 0).length * 2;
  if (zeros(1) > some.length * 0.6) return 'utf-16le';
  return zeros(0) > some.length * 0.6 ? 'utf-16be' : null;
}

/** The text of a file, whatever way its letters were written. */
export function textOf(bytes: Buffer): string {
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : null;
  const wide = marked ?? isUtf16(bytes);
  if (wide) return new TextDecoder(wide).decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // What is no UTF-8 comes from an older program, on the system that most schools have.
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** The rows of a CSV file, whatever parts its cells. @throws Problem `roster-unreadable` */
export function rowsOf(text: string): readonly (readonly string[])[] {
  const rows: string[][] = [];
  eachRow(text, (row) => {
    if (rows.length > MOST_MEMBERS) throw rosterProblem(`A list may hold ${MOST_MEMBERS} lines at most.`);
    rows.push(row);
  });
  return rows;
}

/** Gives each row in turn, empty lines too. @throws Problem `roster-unreadable` */
function eachRow(text: string, take: (row: string[], line: number) => void): void {
  // Spreadsheets may write which mark parts the cells.
  const told = /^sep=(.)\r?\n/.exec(text.slice(0, 10));
  let line = told ? 1 : 0;
  Papa.parse<string[]>(told ? text.slice(told[0].length) : text, {
    ...(told ? { delimiter: told[1]! } : {}),
    step: ({ data, errors }) => {
      line += 1;
      if (errors.some((one) => one.code === 'MissingQuotes'))
        throw rosterProblem(`A quotation mark in line ${line} is never closed.`);
      if (data.length > MOST_COLUMNS) throw rosterProblem(`Line ${line} has more than ${MOST_COLUMNS} columns.`);
      take(data, line);
    },
  });
}

/** @throws Problem `roster-unreadable` */
export async function listAt(path: string): Promise<readonly (readonly string[])[]> {
  return rowsOf(textOf(await readFile(path)));
}

/** Reads a OneRoster, one file of it after the other. @throws Problem `roster-unreadable` */
export async function oneRosterAt(path: string, today: string): Promise<{ roster: Roster; version: string }> {
  const limits = {
    broken: BROKEN,
    swollen: SWOLLEN,
    mostEntries: MOST_FILES_IN_ZIP,
    largest: LARGEST_UNPACKED_ROSTER,
  };
  try {
    return await Zip.open(path, limits, async (zip) => {
      const reader = new OneRosterReader(today);
      // Some programs put the files into a folder.
      const names = new Map(
        [...zip.entries.keys()].map((name) => [present(name.split('/').at(-1)).toLowerCase(), name]),
      );
      for (const file of ONE_ROSTER_FILES) {
        const name = names.get(`${file}.csv`.toLowerCase());
        const bytes = name ? await zip.bytes(name) : null;
        if (bytes) readTable(reader, file, textOf(await whole(bytes)));
      }
      return { roster: reader.roster(), version: reader.version ?? '' };
    });
  } catch (failure) {
    if (failure instanceof RosterError) throw rosterProblem(failure.message);
    // What is wrong with its bytes is found where they are unpacked.
    throw failure instanceof Problem ? failure : BROKEN;
  }
}

async function whole(stream: Readable): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream) {
    size += (chunk as Buffer).length;
    if (size > LARGEST_UNPACKED_ROSTER) throw SWOLLEN;
    chunks.push(chunk as Buffer);
  }
  return Buffer.concat(chunks);
}

function readTable(reader: OneRosterReader, file: OneRosterFile, text: string): void {
  let at: ReadonlyMap<string, number> | null = null;
  let isRead = true;
  let row: readonly string[] = [];
  const cell = (column: string): string => row[at?.get(column) ?? -1]?.trim() ?? '';
  eachRow(text, (cells, line) => {
    if (!isRead || cells.every((one) => one.trim() === '')) return;
    row = cells;
    if (at) return reader.row(file, line, cell);
    at = new Map(cells.map((name, i) => [name.trim().toLowerCase(), i]));
    isRead = reader.begin(file, cells);
  });
  if (isRead && at) reader.end(file);
}

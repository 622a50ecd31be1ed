import { createCanvas, GlobalFonts, type SKRSContext2D } from '@napi-rs/canvas';
import { createRequire } from 'node:module';
import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage, type RGB } from 'pdf-lib';
import { HIGH, LOW, STEERED_TRUE, tideRows, TWELFTHS } from './lessons.ts';

const INK = rgb(0.15, 0.13, 0.1);
const SEA = rgb(0.17, 0.37, 0.54);
const PALE = rgb(0.85, 0.91, 0.95);
const SAND = rgb(0.98, 0.96, 0.91);

interface Sheet {
  readonly page: PDFPage;
  readonly text: (words: string, x: number, y: number, size: number, how?: { bold?: boolean; colour?: RGB }) => void;
}

async function pdf(size: [number, number], draw: ((sheet: Sheet) => void)[], background?: RGB): Promise<Buffer> {
  const document = await PDFDocument.create();
  // The same bytes each time it is made.
  document.setCreationDate(new Date(0));
  document.setModificationDate(new Date(0));
  const fonts: Record<'plain' | 'bold', PDFFont> = {
    plain: await document.embedFont(StandardFonts.Helvetica),
    bold: await document.embedFont(StandardFonts.HelveticaBold),
  };
  for (const one of draw) {
    const page = document.addPage(size);
    if (background) page.drawRectangle({ x: 0, y: 0, width: size[0], height: size[1], color: background });
    one({
      page,
      text: (words, x, y, textSize, { bold = false, colour = INK } = {}) =>
        page.drawText(words, {
          x,
          y: size[1] - y,
          size: textSize,
          font: bold ? fonts.bold : fonts.plain,
          color: colour,
        }),
    });
  }
  return Buffer.from(await document.save());
}

/** Four slides for the rule of twelfths; 960 by 540, a page of 1600 units is 0.6 of a point each. */
export function tideSlides(): Promise<Buffer> {
  return pdf(
    [960, 540],
    [
      ({ page, text }) => {
        text('How deep at eleven?', 90, 190, 52, { bold: true, colour: SEA });
        text('The rule of twelfths at Skerry Quay', 90, 240, 26);
        for (let x = 0; x < 960; x += 4) {
          page.drawRectangle({ x, y: 0, width: 4, height: 110 + 24 * Math.sin(x / 90), color: PALE });
          page.drawRectangle({ x, y: 0, width: 4, height: 66 + 18 * Math.sin(x / 60 + 1), color: SEA });
        }
      },
      ({ page, text }) => {
        text('The tide does not rise evenly', 70, 80, 36, { bold: true, colour: SEA });
        TWELFTHS.forEach((part, i) => {
          page.drawRectangle({ x: 170 + i * 105, y: 120, width: 84, height: part * 78, color: SEA });
          text(`${part}/12`, 190 + i * 105, 448, 24, { bold: true });
          text(`hour ${i + 1}`, 186 + i * 105, 480, 18);
        });
      },
      ({ text }) => {
        text('Skerry Quay, 5 March', 70, 80, 36, { bold: true, colour: SEA });
        text('Low water   08:00', 130, 190, 26);
        text(`${LOW.toFixed(1)} m`, 130, 228, 30, { bold: true });
        text('High water   14:00', 130, 275, 26);
        text(`${HIGH.toFixed(1)} m`, 130, 312, 30, { bold: true });
        text('How deep over the sill at 11:00?', 130, 400, 24);
      },
      ({ text }) => {
        text('Now you', 70, 80, 36, { bold: true, colour: SEA });
        tideRows().forEach(([time, depth], i) => {
          text(time, 130, 150 + i * 46, 24);
          text(i === 2 ? '?' : i % 3 === 0 ? depth : '', 320, 150 + i * 46, 24, { bold: true });
        });
        text('What is the height at ten?', 520, 290, 26);
      },
    ],
    SAND,
  );
}

/** Three slides about tide tables, for a lesson that waits to be recorded. */
export function tableSlides(): Promise<Buffer> {
  return pdf(
    [960, 540],
    [
      ({ text }) => {
        text('Reading a tide table', 90, 220, 48, { bold: true, colour: SEA });
        text('Times, heights, and which clock they are in', 90, 270, 24);
      },
      ({ text }) => {
        text('One day, four lines', 70, 80, 36, { bold: true, colour: SEA });
        tideRows()
          .filter((_, i) => i % 2 === 0)
          .forEach(([time, depth], i) => {
            text(time, 150, 170 + i * 70, 30);
            text(depth, 360, 170 + i * 70, 30, { bold: true });
          });
      },
      ({ text }) => {
        text('Which clock?', 70, 80, 36, { bold: true, colour: SEA });
        text('Tables are in standard time. In summer, add one hour.', 90, 200, 26);
      },
    ],
    SAND,
  );
}

/** A learner's passage plan: two upright sheets. */
export function passagePlan(name: string, route: string, course: string): Promise<Buffer> {
  const line = ({ page }: Sheet, y: number) =>
    page.drawLine({ start: { x: 50, y: 842 - y }, end: { x: 545, y: 842 - y }, thickness: 0.6, color: PALE });
  return pdf(
    [595, 842],
    [
      (sheet) => {
        sheet.text('Passage plan', 60, 90, 28, { bold: true });
        sheet.text(`${name}   ${route}`, 60, 125, 14);
        const rows = [
          '1  Leave Skerry Quay at 09:30',
          '2  Stream sets south, 1.8 knots',
          `3  Track 075 true, so I steer ${STEERED_TRUE} true`,
          '4  Variation 5 west, deviation 3 east',
          `5  Compass course ${course}`,
          '6  Speed 5 knots, about 40 minutes',
        ];
        rows.forEach((row, i) => {
          sheet.text(row, 60, 180 + i * 52, 16);
          line(sheet, 192 + i * 52);
        });
      },
      (sheet) => {
        sheet.text('Tide and depth', 60, 90, 24, { bold: true });
        tideRows().forEach(([time, depth], i) => {
          sheet.text(time, 80, 150 + i * 40, 16);
          sheet.text(depth, 200, 150 + i * 40, 16);
          line(sheet, 160 + i * 40);
        });
        sheet.text('Sill at 2.0 m: enough water from 10:00 on.', 60, 480, 15);
      },
    ],
  );
}

/** A photograph of chartwork on squared paper, a little crooked and unevenly lit. */
export function chartPhoto(): Buffer {
  const file = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-italic.woff2';
  GlobalFonts.registerFromPath(createRequire(import.meta.url).resolve(file), 'Chart');
  const canvas = createCanvas(1400, 1050);
  const context = canvas.getContext('2d');
  context.fillStyle = '#6d5a45';
  context.fillRect(0, 0, 1400, 1050);
  context.translate(700, 525);
  context.rotate(-0.045);
  context.translate(-620, -450);
  chart(context);
  context.setTransform(1, 0, 0, 1, 0, 0);
  const light = context.createRadialGradient(450, 300, 100, 700, 525, 1000);
  light.addColorStop(0, 'rgba(255,250,235,0.18)');
  light.addColorStop(1, 'rgba(30,20,10,0.42)');
  context.fillStyle = light;
  context.fillRect(0, 0, 1400, 1050);
  return canvas.toBuffer('image/jpeg', 72);
}

function chart(context: SKRSContext2D): void {
  context.fillStyle = '#f7f3e6';
  context.fillRect(0, 0, 1240, 900);
  context.strokeStyle = '#cfd8d2';
  context.lineWidth = 1;
  for (let at = 0; at <= 1240; at += 40) {
    context.beginPath();
    context.moveTo(at, 0);
    context.lineTo(at, 900);
    context.moveTo(0, Math.min(900, at));
    context.lineTo(1240, Math.min(900, at));
    context.stroke();
  }
  const line = (points: readonly (readonly [number, number])[], colour: string) => {
    context.strokeStyle = colour;
    context.lineWidth = 3.5;
    context.beginPath();
    points.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
    context.stroke();
  };
  line(
    [
      [160, 620],
      [1050, 382],
    ],
    '#33312c',
  );
  line(
    [
      [160, 620],
      [160, 854],
    ],
    '#8c3b28',
  );
  line(
    [
      [160, 854],
      [790, 451],
    ],
    '#2c5f8a',
  );
  context.font = '34px Chart';
  context.fillStyle = '#33312c';
  for (const [words, x, y] of [
    ['track 075', 760, 400],
    ['stream 1.8 kn', 180, 760],
    ['steer 057?', 430, 740],
    ['buoy', 90, 610],
  ] as const)
    context.fillText(words, x, y);
}

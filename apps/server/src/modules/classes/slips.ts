import { GlobalFonts, PDFDocument, type SKRSContext2D } from '@napi-rs/canvas';
import { createRequire } from 'node:module';
import { create } from 'qrcode';

export interface Slip {
  readonly name: string;
  readonly signInName: string;
  readonly password: string;
}
interface Sheets {
  readonly className: string;
  /** Where this Oak Bell is reached, without a path. */
  readonly address: string;
  readonly slips: readonly Slip[];
}

/** A4, in points. */
const [WIDTH, HEIGHT] = [595, 842];
const [ACROSS, DOWN] = [2, 5];
export const SLIPS_ON_A_PAGE = ACROSS * DOWN;
const [SLIP_WIDTH, SLIP_HEIGHT] = [WIDTH / ACROSS, HEIGHT / DOWN];
const PADDING = 20;
const CODE = 76;

/** Where a slip leads: the sign-in page, filled in. What stands behind # never reaches a server or its log. */
export const slipAddress = (address: string, { signInName, password }: Slip): string =>
  `${address}/sign-in#${new URLSearchParams({ name: signInName, password }).toString()}`;

/** Slips to be cut apart and handed out, ten on a page, as a PDF. A class without any gets one page that says so. */
export function slipsPdf({ className, address, slips }: Sheets): Buffer {
  const fonts = useFonts();
  const pdf = new PDFDocument({ title: `Sign-in slips for ${className}` });
  for (let first = 0; first === 0 || first < slips.length; first += SLIPS_ON_A_PAGE) {
    const page = pdf.beginPage(WIDTH, HEIGHT) as unknown as SKRSContext2D;
    if (slips.length === 0) {
      page.font = `13px ${fonts}`;
      page.fillText('Everyone in this class has chosen a password: no slip is needed.', PADDING, 2 * PADDING);
    }
    for (const [i, slip] of slips.slice(first, first + SLIPS_ON_A_PAGE).entries()) {
      page.save();
      page.translate((i % ACROSS) * SLIP_WIDTH, Math.floor(i / ACROSS) * SLIP_HEIGHT);
      drawSlip(page, { slip, className, address, fonts });
      page.restore();
    }
    pdf.endPage();
  }
  return pdf.close();
}

interface Drawn extends Omit<Sheets, 'slips'> {
  readonly slip: Slip;
  readonly fonts: string;
}

function drawSlip(page: SKRSContext2D, { slip, className, address, fonts }: Drawn): void {
  page.strokeStyle = '#b9b3a6';
  page.setLineDash([4, 4]);
  page.strokeRect(0, 0, SLIP_WIDTH, SLIP_HEIGHT);
  page.setLineDash([]);
  page.fillStyle = '#26221b';
  const left = SLIP_WIDTH - 2 * PADDING;
  const line = (text: string, y: number, size: number, room: number) => {
    page.font = `${size}px ${fonts}`;
    // What is too long is set smaller, down to where it can still be read.
    const wide = page.measureText(text).width;
    if (wide > room) page.font = `${Math.max(6, (size * room) / wide)}px ${fonts}`;
    page.fillText(text, PADDING, y, room);
  };
  line(slip.name, PADDING + 14, 15, left);
  line(className, PADDING + 30, 9, left - CODE);
  line(address.replace(/^https?:\/\//, ''), PADDING + 50, 10, left - CODE - 8);
  line('Sign in as', PADDING + 70, 8, left - CODE);
  line(slip.signInName, PADDING + 83, 12, left - CODE - 8);
  line('with the first password', PADDING + 101, 8, left - CODE);
  line(slip.password, PADDING + 114, 11, left - CODE - 8);
  drawCode(page, slipAddress(address, slip), SLIP_WIDTH - PADDING - CODE, PADDING + 34);
}

function drawCode(page: SKRSContext2D, text: string, left: number, top: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const size = CODE / modules.size;
  for (let y = 0; y < modules.size; y += 1)
    for (let x = 0; x < modules.size; x += 1)
      if (modules.get(y, x)) page.fillRect(left + x * size, top + y * size, size + 0.05, size + 0.05);
}

const FONT = 'Slip';
/** The app's own letters, and whatever the machine has for others. */
function useFonts(): string {
  if (!GlobalFonts.has(FONT)) {
    const file = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2';
    GlobalFonts.registerFromPath(createRequire(import.meta.url).resolve(file), FONT);
  }
  return `"${FONT}", "Liberation Sans", "DejaVu Sans", "Noto Sans CJK SC", sans-serif`;
}

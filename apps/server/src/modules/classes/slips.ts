import { PDFDocument, type SKRSContext2D } from '@napi-rs/canvas';
import { drawCode, INK, PAPER_HEIGHT, PAPER_WIDTH, paperFonts } from '../../platform/paper/index.ts';

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

const [ACROSS, DOWN] = [2, 5];
export const SLIPS_ON_A_PAGE = ACROSS * DOWN;
const [SLIP_WIDTH, SLIP_HEIGHT] = [PAPER_WIDTH / ACROSS, PAPER_HEIGHT / DOWN];
const PADDING = 20;
const CODE = 76;

/** Where a slip leads: the sign-in page, filled in. What stands behind # never reaches a server or its log. */
export const slipAddress = (address: string, { signInName, password }: Slip): string =>
  `${address}/sign-in#${new URLSearchParams({ name: signInName, password }).toString()}`;

/** Slips to be cut apart and handed out, ten on a page, as a PDF. A class without any gets one page that says so. */
export function slipsPdf({ className, address, slips }: Sheets): Buffer {
  const fonts = paperFonts();
  const pdf = new PDFDocument({ title: `Sign-in slips for ${className}` });
  for (let first = 0; first === 0 || first < slips.length; first += SLIPS_ON_A_PAGE) {
    const page = pdf.beginPage(PAPER_WIDTH, PAPER_HEIGHT) as unknown as SKRSContext2D;
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
  page.fillStyle = INK;
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
  drawCode(page, slipAddress(address, slip), { left: SLIP_WIDTH - PADDING - CODE, top: PADDING + 34, side: CODE });
}

import { PDFDocument as Paper, type SKRSContext2D } from '@napi-rs/canvas';
import { chosenLevel, totalOf, totalSentence, type Choice, type Criteria } from '@oakbell/core/marking';
import { PDFDocument, PDFString } from 'pdf-lib';
import { drawCode, INK, linesOf, PAPER_HEIGHT, PAPER_WIDTH, paperFonts } from '../../platform/paper/index.ts';

/** What stands on paper of what came back. */
export interface MarksOnPaper {
  readonly title: string;
  readonly learner: string;
  readonly className: string;
  /** When it was handed back, in words. */
  readonly back: string;
  readonly points: number | null;
  readonly outOf: number | null;
  readonly reason: string;
  readonly comment: string;
  readonly criteria: Criteria | null;
  readonly choices: readonly Choice[];
  /** Where it is seen and heard. */
  readonly link: string;
  /** Whether something is heard there. */
  readonly spoken: boolean;
}

const MARGIN = 48;
const CODE = 84;
const ROOM = PAPER_WIDTH - 2 * MARGIN;

/** Text down a page, and on to the next where it is full. */
class Flow {
  #page: SKRSContext2D;
  #y = MARGIN;
  constructor(
    private readonly paper: Paper,
    private readonly fonts: string,
  ) {
    this.#page = this.#begun();
  }

  #begun(): SKRSContext2D {
    const page = this.paper.beginPage(PAPER_WIDTH, PAPER_HEIGHT) as unknown as SKRSContext2D;
    page.fillStyle = INK;
    page.strokeStyle = INK;
    this.#y = MARGIN;
    return page;
  }
  /** Goes on to another page where so much is not left. */
  #ensure(height: number): void {
    if (this.#y + height <= PAPER_HEIGHT - MARGIN) return;
    this.paper.endPage();
    this.#page = this.#begun();
  }

  /** A text of one size. @param room its width; `left` how far in it begins */
  write(text: string, size: number, { room = ROOM, left = 0 } = {}): void {
    const font = `${size}px ${this.fonts}`;
    this.#page.font = font;
    for (const line of linesOf(this.#page, text, room - left)) {
      this.#ensure(size * 1.45);
      this.#page.font = font;
      this.#y += size * 1.45;
      this.#page.fillText(line, MARGIN + left, this.#y - size * 0.35);
    }
  }
  space(height: number): void {
    this.#y += height;
  }
  /** Nothing that comes now begins above here. */
  below(y: number): void {
    this.#y = Math.max(this.#y, y);
  }
  rule(): void {
    this.#ensure(10);
    this.#y += 5;
    this.#page.globalAlpha = 0.35;
    this.#page.fillRect(MARGIN, this.#y, ROOM, 0.7);
    this.#page.globalAlpha = 1;
    this.#y += 5;
  }
  /** A level, marked where it was chosen: with a box, so that it is told without colour. */
  level(text: string, chosen: boolean): void {
    this.#ensure(16);
    const [x, y] = [MARGIN + 8, this.#y + 4];
    this.#page.lineWidth = 0.8;
    this.#page.strokeRect(x, y, 8, 8);
    if (chosen) this.#page.fillRect(x + 1.5, y + 1.5, 5, 5);
    this.write(text, 10, { left: 24 });
  }
  code(text: string): void {
    drawCode(this.#page, text, { left: PAPER_WIDTH - MARGIN - CODE, top: MARGIN, side: CODE });
  }
}

/** What came back as a PDF: points, rubric and comment, with a link and a QR code to where it is seen and heard. */
export async function marksPdf(marks: MarksOnPaper): Promise<Uint8Array> {
  const { title, learner, className, back, points, outOf, reason, comment, criteria, choices, link, spoken } = marks;
  const paper = new Paper({ title: `${title}: ${learner}` });
  const flow = new Flow(paper, paperFonts());
  const beside = { room: ROOM - CODE - 16 };
  flow.code(link);
  flow.write(title, 18, beside);
  flow.write(`${learner} · ${className}`, 12, beside);
  flow.write(back, 10, beside);
  flow.write(`${spoken ? 'Hear it and see it' : 'See it'}: ${link}`, 9, beside);
  flow.below(MARGIN + CODE + 14);
  if (points !== null) flow.write(outOf === null ? `${points} points` : `${points} of ${outOf} points`, 16);
  if (reason !== '') flow.write(`Other than the rubric comes to: ${reason}`, 10);
  if (comment.trim() !== '') {
    flow.space(6);
    flow.write(comment.trim(), 11);
  }
  if (criteria) {
    flow.rule();
    for (const criterion of criteria) {
      const chosen = chosenLevel(criterion, choices);
      flow.space(4);
      flow.write(`${criterion.name}${criterion.weight === 1 ? '' : ` × ${criterion.weight}`}`, 12);
      for (const level of criterion.levels) {
        const told = level.description === '' ? '' : `: ${level.description}`;
        flow.level(`${level.name} · ${level.points}${told}`, level === chosen);
      }
    }
    flow.rule();
    flow.write(totalSentence(totalOf(criteria, choices), outOf), 10);
  }
  paper.endPage();
  return withLink(paper.close(), link);
}

/** The code and what stands beside it lead where they say, also on a screen. */
async function withLink(bytes: Uint8Array, link: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.load(bytes);
  const page = pdf.getPage(0);
  const annotation = pdf.context.obj({
    Type: 'Annot',
    Subtype: 'Link',
    Rect: [MARGIN, PAPER_HEIGHT - MARGIN - CODE, PAPER_WIDTH - MARGIN, PAPER_HEIGHT - MARGIN],
    Border: [0, 0, 0],
    A: { Type: 'Action', S: 'URI', URI: PDFString.of(link) },
  });
  page.node.addAnnot(pdf.context.register(annotation));
  return pdf.save();
}

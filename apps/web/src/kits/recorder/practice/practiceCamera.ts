/* eslint-disable no-restricted-syntax -- the colours of a drawing, which is recorded; not of the interface */
import { present } from '@oakbell/core/present';
import { endWith } from './practiceVoice.ts';

const WIDTH = 960;
const HEIGHT = 540;
const FRAMES_A_SECOND = 25;

/** A drawn presenter who sways, blinks and speaks. */
export function openPracticeCamera(): MediaStream {
  const canvas = document.createElement('canvas');
  Object.assign(canvas, { width: WIDTH, height: HEIGHT });
  const context = present(canvas.getContext('2d', { alpha: false }));
  const begun = performance.now();
  const paint = () => paintPresenter(context, (performance.now() - begun) / 1000);
  paint();
  const stream = canvas.captureStream(FRAMES_A_SECOND);
  const timer = setInterval(paint, 1000 / FRAMES_A_SECOND);
  endWith(stream, () => clearInterval(timer));
  return stream;
}

const SKIN = '#c98f66';
const HAIR = '#3b2a1d';
const JUMPER = '#2e6b57';
const WALL = '#d9c9a8';

function paintPresenter(context: CanvasRenderingContext2D, seconds: number): void {
  const sway = Math.sin(seconds * 0.9) * 14 + Math.sin(seconds * 2.3) * 4;
  const nod = Math.sin(seconds * 1.7) * 5;
  // Words come and go: the mouth is shut between them.
  const words = Math.sin(seconds * 1.3) > -0.5;
  const mouth = words ? 4 + Math.abs(Math.sin(seconds * 11)) * 16 : 3;
  const blinks = seconds % 3.7 < 0.13;
  context.fillStyle = WALL;
  context.fillRect(0, 0, WIDTH, HEIGHT);
  context.fillStyle = '#8a5a34';
  context.fillRect(0, HEIGHT - 60, WIDTH, 60);
  const round = (x: number, y: number, rx: number, ry: number, colour: string) => {
    context.fillStyle = colour;
    context.beginPath();
    context.ellipse(x, y, rx, ry, 0, 0, 2 * Math.PI);
    context.fill();
  };
  const x = WIDTH / 2 + sway;
  round(WIDTH / 2 + sway * 0.6, HEIGHT + 40, 230, 190, JUMPER);
  round(x, 330, 44, 70, SKIN);
  round(x, 190 + nod, 122, 138, HAIR);
  round(x, 222 + nod, 102, 122, SKIN);
  for (const side of [-1, 1]) {
    const eye = x + side * 40;
    round(eye, 205 + nod, 13, blinks ? 2 : 11, '#ffffff');
    if (!blinks) round(eye + sway * 0.15, 206 + nod, 6, 6, '#26221b');
    round(eye, 178 + nod, 20, 4, HAIR);
  }
  round(x, 238 + nod, 10, 14, '#b97c54');
  round(x, 286 + nod, 34, mouth, '#7d2f27');
}

/** An already decoded picture, as the surface at hand understands it. */
export type Picture = object;

/** The few drawing calls a scene needs; a browser's and a server's 2D context both have them. */
export interface Surface<P extends Picture = Picture> {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  globalAlpha: number;
  save(): void;
  restore(): void;
  scale(x: number, y: number): void;
  translate(x: number, y: number): void;
  beginPath(): void;
  closePath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
  arc(x: number, y: number, radius: number, start: number, end: number): void;
  fill(): void;
  stroke(): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  drawImage(picture: P, x: number, y: number, width: number, height: number): void;
}

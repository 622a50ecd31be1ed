/*
 * Where a sheet of paper lies in a photograph. Its edges are the only things in such a picture that are straight, long
 * and four: straight lines are looked for where the brightness changes across them (Hough transform with the direction
 * of the gradient; Duda and Hart 1972, Ballard 1981), and of all four-sided figures they make, the one whose sides are
 * edges along their whole length is the sheet. Of two that are as good the larger one is taken: nothing that is written
 * is ever cut off.
 */

/** A place in a picture, in pixels from its upper left. */
export interface Place {
  readonly x: number;
  readonly y: number;
}
/** The corners of a sheet: upper left, upper right, lower right, lower left, as the picture shows it. */
export type Corners = readonly [Place, Place, Place, Place];

/** A picture in grey: one byte for each pixel, row by row. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8Array | Uint8ClampedArray;
}

/** Lines are looked for in a picture of so many pixels on its longer side. */
const LOOKED_AT = 320;
const ANGLES = 180;
/** So many lines of each direction are tried with each other. */
const MOST_LINES = 10;
/** A sheet takes at least so much of the picture. */
const LEAST_AREA = 0.12;
/** A side is one where so much of it is an edge. */
const LEAST_SUPPORT = 0.55;
/** Corners may lie so far outside of the picture, as a share of its longer side. */
const OUTSIDE = 0.02;
/** Gradients below this are noise, in steps of grey over two pixels. */
const LEAST_EDGE = 10;

/** The sheet in a picture; null where none is to be seen. */
export function findSheet(picture: Grey): Corners | null {
  const small = smaller(picture);
  const field = gradients(blurred(blurred(small.grey)));
  const lines = straightLines(field);
  const best = bestFigure(field, lines);
  if (!best) return null;
  const fine = refined(field, best);
  const up = (place: Place): Place => ({
    x: (place.x + 0.5) * small.scale - 0.5,
    y: (place.y + 0.5) * small.scale - 0.5,
  });
  return [up(fine[0]), up(fine[1]), up(fine[2]), up(fine[3])];
}

/** The picture with its longer side brought to what is looked at, each pixel the mean of those it stands for. */
function smaller({ width, height, pixels }: Grey): { readonly grey: Grey; readonly scale: number } {
  const scale = Math.max(1, Math.max(width, height) / LOOKED_AT);
  const [w, h] = [Math.max(1, Math.floor(width / scale)), Math.max(1, Math.floor(height / scale))];
  const out = new Uint8ClampedArray(w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const [x0, y0] = [Math.floor(x * scale), Math.floor(y * scale)];
      const [x1, y1] = [Math.max(x0 + 1, Math.floor((x + 1) * scale)), Math.max(y0 + 1, Math.floor((y + 1) * scale))];
      let sum = 0;
      for (let v = y0; v < y1; v += 1) for (let u = x0; u < x1; u += 1) sum += pixels[v * width + u] ?? 0;
      out[y * w + x] = sum / ((x1 - x0) * (y1 - y0));
    }
  return { grey: { width: w, height: h, pixels: out }, scale };
}

/** The mean of each pixel and its eight neighbours. */
function blurred({ width, height, pixels }: Grey): Grey {
  const out = new Uint8ClampedArray(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      let sum = 0;
      for (let v = -1; v <= 1; v += 1)
        for (let u = -1; u <= 1; u += 1) {
          const at = Math.min(height - 1, Math.max(0, y + v)) * width + Math.min(width - 1, Math.max(0, x + u));
          sum += pixels[at] ?? 0;
        }
      out[y * width + x] = sum / 9;
    }
  return { width, height, pixels: out };
}

interface Field {
  readonly width: number;
  readonly height: number;
  readonly gx: Float32Array;
  readonly gy: Float32Array;
  readonly size: Float32Array;
}

/** How brightness changes at each pixel (Sobel operator, over two pixels). */
function gradients({ width, height, pixels }: Grey): Field {
  const [gx, gy, size] = [0, 0, 0].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const at = (x: number, y: number): number => pixels[y * width + x] ?? 0;
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const i = y * width + x;
      const across =
        (at(x + 1, y - 1) +
          2 * at(x + 1, y) +
          at(x + 1, y + 1) -
          at(x - 1, y - 1) -
          2 * at(x - 1, y) -
          at(x - 1, y + 1)) /
        4;
      const down =
        (at(x - 1, y + 1) +
          2 * at(x, y + 1) +
          at(x + 1, y + 1) -
          at(x - 1, y - 1) -
          2 * at(x, y - 1) -
          at(x + 1, y - 1)) /
        4;
      gx[i] = across;
      gy[i] = down;
      size[i] = Math.hypot(across, down);
    }
  return { width, height, gx, gy, size };
}

/** A line: all places with x cos + y sin = far. */
interface Line {
  readonly cos: number;
  readonly sin: number;
  readonly far: number;
  readonly votes: number;
}

/** The straightest lines of a picture, those that lie and those that stand. */
function straightLines({ width, height, gx, gy, size }: Field): {
  readonly lying: readonly Line[];
  readonly standing: readonly Line[];
} {
  const reach = Math.ceil(Math.hypot(width, height));
  const votes = new Float32Array(ANGLES * (2 * reach + 1));
  const trig = Array.from(
    { length: ANGLES },
    (_, a) => [Math.cos((a * Math.PI) / ANGLES), Math.sin((a * Math.PI) / ANGLES)] as const,
  );
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const i = y * width + x;
      const edge = size[i] ?? 0;
      if (edge < LEAST_EDGE) continue;
      const angle = Math.round((Math.atan2(gy[i] ?? 0, gx[i] ?? 0) * ANGLES) / Math.PI);
      // A strong edge counts no more than a clear one: a dark pattern is not a better side than the sheet's.
      const vote = Math.min(edge, 40);
      for (let by = -2; by <= 2; by += 1) {
        const a = (angle + by + 2 * ANGLES) % ANGLES;
        const [cos, sin] = trig[a] ?? [1, 0];
        const far = Math.round(x * cos + y * sin) + reach;
        const cell = a * (2 * reach + 1) + far;
        votes[cell] = (votes[cell] ?? 0) + vote;
      }
    }
  const cells = [...votes.keys()].filter((cell) => (votes[cell] ?? 0) > 40 * Math.min(width, height) * 0.12);
  cells.sort((a, b) => (votes[b] ?? 0) - (votes[a] ?? 0));
  const lying: Line[] = [];
  const standing: Line[] = [];
  for (const cell of cells) {
    const a = Math.floor(cell / (2 * reach + 1));
    const [cos, sin] = trig[a] ?? [1, 0];
    const line = { cos, sin, far: (cell % (2 * reach + 1)) - reach, votes: votes[cell] ?? 0 };
    const family = Math.abs(cos) > Math.abs(sin) ? standing : lying;
    if (family.length >= MOST_LINES) {
      if (lying.length >= MOST_LINES && standing.length >= MOST_LINES) break;
      continue;
    }
    if (family.every((other) => !isSame(line, other, width, height))) family.push(line);
  }
  return { lying, standing };
}

/** Whether two lines run as one through the picture. */
function isSame(a: Line, b: Line, width: number, height: number): boolean {
  const apart = (x: number, y: number): number => {
    const dot = a.cos * b.cos + a.sin * b.sin;
    const sign = dot < 0 ? -1 : 1;
    return Math.abs(x * a.cos + y * a.sin - a.far - sign * (x * b.cos + y * b.sin - b.far));
  };
  const near = Math.max(4, 0.02 * Math.max(width, height));
  return Math.abs(a.cos * b.sin - a.sin * b.cos) < 0.1 && apart(width / 2, height / 2) < near;
}

function crossing(a: Line, b: Line): Place | null {
  const det = a.cos * b.sin - a.sin * b.cos;
  if (Math.abs(det) < 0.3) return null;
  return { x: (a.far * b.sin - b.far * a.sin) / det, y: (b.far * a.cos - a.far * b.cos) / det };
}

/** The figure whose sides are edges along their whole length; of equals the larger one. */
function bestFigure(field: Field, { lying, standing }: ReturnType<typeof straightLines>): Corners | null {
  const { width, height } = field;
  const out = OUTSIDE * Math.max(width, height);
  const isIn = ({ x, y }: Place): boolean => x >= -out && y >= -out && x <= width - 1 + out && y <= height - 1 + out;
  let best: { readonly corners: Corners; readonly worth: number } | null = null;
  for (const [i, top] of lying.entries())
    for (const bottom of lying.slice(i + 1))
      for (const [j, left] of standing.entries())
        for (const right of standing.slice(j + 1)) {
          const places = [crossing(top, left), crossing(top, right), crossing(bottom, right), crossing(bottom, left)];
          if (!places.every((one): one is Place => one !== null && isIn(one))) continue;
          const corners = ordered(places);
          const share = area(corners) / (width * height);
          if (share < LEAST_AREA || !isSheetLike(corners)) continue;
          const sides = corners.map((from, n) => support(field, from, corners[(n + 1) % 4] ?? from, corners));
          const least = Math.min(...sides);
          if (least < LEAST_SUPPORT) continue;
          const worth = sides.reduce((sum, one) => sum + one, 0) / 4 + 0.5 * least + 0.6 * Math.sqrt(share);
          if (!best || worth > best.worth) best = { corners, worth };
        }
  return best?.corners ?? null;
}

/** Corners around their middle, from the upper left with the clock. */
function ordered(places: readonly Place[]): Corners {
  const middle = {
    x: places.reduce((sum, one) => sum + one.x, 0) / 4,
    y: places.reduce((sum, one) => sum + one.y, 0) / 4,
  };
  const around = [...places].sort(
    (a, b) => Math.atan2(a.y - middle.y, a.x - middle.x) - Math.atan2(b.y - middle.y, b.x - middle.x),
  );
  const first = around.reduce(
    (least, one, i) => (one.x + one.y < (around[least]?.x ?? 0) + (around[least]?.y ?? 0) ? i : least),
    0,
  );
  return [0, 1, 2, 3].map((i) => around[(first + i) % 4]) as unknown as Corners;
}

const area = (corners: Corners): number =>
  Math.abs(
    corners.reduce((sum, { x, y }, i) => {
      const next = corners[(i + 1) % 4] ?? corners[0];
      return sum + x * next.y - next.x * y;
    }, 0),
  ) / 2;

/** Whether a figure may be a sheet seen askew: its corners are none too sharp, and opposite sides none too unlike. */
function isSheetLike(corners: Corners): boolean {
  const sides = corners.map(({ x, y }, i) => {
    const next = corners[(i + 1) % 4] ?? corners[0];
    return { x: next.x - x, y: next.y - y };
  });
  const lengths = sides.map(({ x, y }) => Math.hypot(x, y));
  const isSquare = sides.every((side, i) => {
    const next = sides[(i + 1) % 4] ?? side;
    const cos = (side.x * next.x + side.y * next.y) / ((lengths[i] ?? 1) * (lengths[(i + 1) % 4] ?? 1));
    return Math.abs(cos) < 0.5;
  });
  const alike = (a = 1, b = 1): boolean => Math.max(a, b) / Math.max(1, Math.min(a, b)) < 1.8;
  return isSquare && alike(lengths[0], lengths[2]) && alike(lengths[1], lengths[3]);
}

/** How much of a side is an edge that runs along it, brighter within than without counting most. */
function support(field: Field, from: Place, to: Place, corners: Corners): number {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length < 8) return 0;
  const middle = {
    x: corners.reduce((sum, one) => sum + one.x, 0) / 4,
    y: corners.reduce((sum, one) => sum + one.y, 0) / 4,
  };
  // Points inwards.
  let nx = -(to.y - from.y) / length;
  let ny = (to.x - from.x) / length;
  if ((middle.x - from.x) * nx + (middle.y - from.y) * ny < 0) [nx, ny] = [-nx, -ny];
  let found = 0;
  let looked = 0;
  const steps = Math.max(16, Math.floor(length / 2));
  for (let step = 0; step < steps; step += 1) {
    const share = (step + 0.5) / steps;
    const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
    looked += 1;
    // Outside of the picture nothing can be seen: half of the doubt is the sheet's.
    if (x < 1 || y < 1 || x > field.width - 2 || y > field.height - 2) {
      found += 0.5;
      continue;
    }
    let most = 0;
    for (let off = -2; off <= 2; off += 1) {
      const i = Math.round(y + ny * off) * field.width + Math.round(x + nx * off);
      const along = (field.gx[i] ?? 0) * nx + (field.gy[i] ?? 0) * ny;
      const isAcross = Math.abs(along) > 0.85 * (field.size[i] ?? 0) && (field.size[i] ?? 0) >= LEAST_EDGE * 0.6;
      if (isAcross) most = Math.max(most, along > 0 ? 1 : 0.6);
    }
    found += most;
  }
  return found / looked;
}

/** Each side laid through the middle of its edge, by least squares; and the corners where they cross. */
function refined(field: Field, corners: Corners): Corners {
  const lines = corners.map((from, i) => fitted(field, from, corners[(i + 1) % 4] ?? from));
  const places = corners.map((corner, i) => {
    const [before, here] = [lines[(i + 3) % 4], lines[i]];
    const at = before && here ? crossing(before, here) : null;
    // A fit that runs away is none.
    return at && Math.hypot(at.x - corner.x, at.y - corner.y) < 8 ? at : corner;
  });
  return places as unknown as Corners;
}

function fitted(field: Field, from: Place, to: Place): Line {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [nx, ny] = [-(to.y - from.y) / length, (to.x - from.x) / length];
  const found: Place[] = [];
  for (let step = 0; step < length; step += 1) {
    const share = step / length;
    if (share < 0.04 || share > 0.96) continue;
    const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
    let sum = 0;
    let off = 0;
    for (let by = -4; by <= 4; by += 1) {
      const [u, v] = [Math.round(x + nx * by), Math.round(y + ny * by)];
      if (u < 1 || v < 1 || u > field.width - 2 || v > field.height - 2) continue;
      const i = v * field.width + u;
      const edge = Math.abs((field.gx[i] ?? 0) * nx + (field.gy[i] ?? 0) * ny);
      if (edge < LEAST_EDGE * 0.6) continue;
      sum += edge * edge;
      off += edge * edge * ((u - x) * nx + (v - y) * ny);
    }
    if (sum > 0) found.push({ x: x + (nx * off) / sum, y: y + (ny * off) / sum });
  }
  const plain = { cos: nx, sin: ny, far: from.x * nx + from.y * ny, votes: 0 };
  if (found.length < 12) return plain;
  return leastSquares(leastSquares(plain, found), found);
}

/** A line through places; those that are far from the line before are left out. */
function leastSquares(before: Line, all: readonly Place[]): Line {
  const offs = all.map(({ x, y }) => Math.abs(x * before.cos + y * before.sin - before.far));
  const limit = [...offs].sort((a, b) => a - b)[Math.floor(offs.length * 0.75)] ?? 4;
  const places = all.filter((_, i) => (offs[i] ?? 0) <= Math.max(0.7, limit));
  const n = places.length;
  const mx = places.reduce((sum, one) => sum + one.x, 0) / n;
  const my = places.reduce((sum, one) => sum + one.y, 0) / n;
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y } of places) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy) + Math.PI / 2;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return { cos, sin, far: mx * cos + my * sin, votes: 0 };
}

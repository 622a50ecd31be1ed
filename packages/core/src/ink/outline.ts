/*
 * Why outlines: a pen stroke with pressure is not a line of one width but an area. The samples are evened out,
 * each gets a half width from its pressure, and the two edges are walked into one closed shape that any canvas
 * can fill, sharp at any size. The same numbers come out in the browser and on the server.
 */

/** A place of a stroke in page units with the pen's half width there. */
export interface Sample {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** How much a sample is drawn towards its neighbours: 0 leaves the hand as it was. */
const EVENING = 0.35;
/** The lightest touch leaves this share of the pen's width. */
const LIGHTEST = 0.45;
/** Corners of a half circle at the ends. */
const CAP_CORNERS = 7;

/**
 * The samples of a stroke, evened out, with their half widths.
 * @param points groups of four: x, y in tenths of a unit, pressure 0…255, ms
 * @param width the pen's width in page units
 * @param untilMs samples later than this, in ms after the stroke began, are left out
 */
export function samplesOf(points: readonly number[], width: number, untilMs = Infinity): readonly Sample[] {
  const samples: Sample[] = [];
  for (let i = 0; i + 3 < points.length && points[i + 3]! <= untilMs; i += 4) {
    const radius = (width / 2) * (LIGHTEST + (1 - LIGHTEST) * Math.sqrt(points[i + 2]! / 255) * 1.15);
    const x = points[i]! / 10;
    const y = points[i + 1]! / 10;
    const last = samples[samples.length - 1];
    if (last && Math.hypot(x - last.x, y - last.y) < 0.05) continue;
    samples.push({ x, y, radius });
  }
  return evened(samples);
}

function evened(samples: readonly Sample[]): readonly Sample[] {
  return samples.map((here, i) => {
    const before = samples[i - 1];
    const after = samples[i + 1];
    if (!before || !after) return here;
    const mix = (own: number, a: number, b: number) => own * (1 - EVENING) + ((a + b) / 2) * EVENING;
    return {
      x: mix(here.x, before.x, after.x),
      y: mix(here.y, before.y, after.y),
      radius: mix(here.radius, before.radius, after.radius),
    };
  });
}

/** The closed outline of a stroke: empty for no samples, a disc for one. */
export function outlineOf(samples: readonly Sample[]): readonly Point[] {
  const first = samples[0];
  const last = samples[samples.length - 1];
  if (!first || !last) return [];
  if (samples.length === 1) return arc(first, 0, Math.PI * 2, CAP_CORNERS * 2);
  const left: Point[] = [];
  const right: Point[] = [];
  samples.forEach((sample, i) => {
    const from = samples[Math.max(0, i - 1)]!;
    const to = samples[Math.min(samples.length - 1, i + 1)]!;
    const along = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    const nx = -(to.y - from.y) / along;
    const ny = (to.x - from.x) / along;
    left.push({ x: sample.x + nx * sample.radius, y: sample.y + ny * sample.radius });
    right.push({ x: sample.x - nx * sample.radius, y: sample.y - ny * sample.radius });
  });
  return [...left, ...cap(last, left[left.length - 1]!), ...right.reverse(), ...cap(first, right[right.length - 1]!)];
}

/** The half circle around `centre` that starts at the edge point `from` and turns away from the stroke. */
function cap(centre: Sample, from: Point): readonly Point[] {
  const start = Math.atan2(from.y - centre.y, from.x - centre.x);
  return arc(centre, start, start - Math.PI, CAP_CORNERS);
}

function arc(centre: Sample, from: number, to: number, corners: number): readonly Point[] {
  return Array.from({ length: corners }, (_, i) => {
    const angle = from + ((to - from) * (i + 1)) / (corners + 1);
    return { x: centre.x + Math.cos(angle) * centre.radius, y: centre.y + Math.sin(angle) * centre.radius };
  });
}

/* The arithmetic of coastal navigation that the lessons teach. Angles are degrees clockwise from north. */

/** Parts of the whole range by which the tide rises or falls in each of six tidal hours. */
export const TWELFTHS = [1, 2, 3, 3, 2, 1] as const;

/**
 * Height of tide by the rule of twelfths.
 * @param low and @param high heights in metres at the ends, @param hours since low water, 0…6 tidal hours
 */
export function heightOfTide({ low, high, hours }: { low: number; high: number; hours: number }): number {
  const held = Math.max(0, Math.min(6, hours));
  const full = Math.floor(held);
  const twelfths = TWELFTHS.slice(0, full).reduce((sum, part) => sum + part, 0) + (TWELFTHS[full] ?? 0) * (held - full);
  return low + ((high - low) * twelfths) / 12;
}

const turn = (degrees: number): number => ((degrees % 360) + 360) % 360;

/** True bearing from a compass bearing; east counts positive, west negative. */
export const trueBearing = (
  compass: number,
  { deviation, variation }: { deviation: number; variation: number },
): number => turn(compass + deviation + variation);

/** The other way: what the compass must show for a true bearing. */
export const compassBearing = (
  trueOne: number,
  { deviation, variation }: { deviation: number; variation: number },
): number => turn(trueOne - deviation - variation);

export interface Vector {
  readonly bearing: number;
  readonly length: number;
}
const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Where a vector ends, east and north of its start. */
export const endOf = ({ bearing, length }: Vector): { east: number; north: number } => ({
  east: length * Math.sin(radians(bearing)),
  north: length * Math.cos(radians(bearing)),
});

/**
 * The course to steer so that boat and stream together make good `track`, and the speed over ground.
 * Null when the stream across the track is stronger than the boat.
 */
export function courseToSteer(
  track: number,
  boatSpeed: number,
  stream: Vector,
): { course: number; speed: number } | null {
  const drift = radians(stream.bearing - track);
  const across = stream.length * Math.sin(drift);
  if (Math.abs(across) > boatSpeed) return null;
  const aim = Math.asin(-across / boatSpeed);
  return {
    course: turn(track + (aim * 180) / Math.PI),
    speed: boatSpeed * Math.cos(aim) + stream.length * Math.cos(drift),
  };
}

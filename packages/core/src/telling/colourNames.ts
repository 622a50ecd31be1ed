/** From these hues on, in degrees, a colour is called so. */
const HUES = [
  [0, 'red'],
  [20, 'orange'],
  [40, 'yellow'],
  [70, 'green'],
  [165, 'turquoise'],
  [195, 'blue'],
  [255, 'violet'],
  [320, 'red'],
] as const;
/** Weaker colours have no hue worth a name. */
const GREY = 0.12;

/** The everyday name of #rrggbb. */
export function colourName(colour: string): string {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255);
  const [high, low] = [Math.max(red, green, blue), Math.min(red, green, blue)];
  const spread = high - low;
  if (spread < GREY) return high < 0.35 ? 'black' : high > 0.8 ? 'white' : 'grey';
  const sixth =
    high === red
      ? (green - blue) / spread + 6
      : high === green
        ? (blue - red) / spread + 2
        : (red - green) / spread + 4;
  const hue = (sixth * 60) % 360;
  return HUES.findLast(([from]) => hue >= from)?.[1] ?? 'red';
}

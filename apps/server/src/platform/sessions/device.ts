const BROWSERS = [
  ['Edg/', 'Edge'],
  ['OPR/', 'Opera'],
  ['Firefox/', 'Firefox'],
  ['Chrome/', 'Chrome'],
  ['Safari/', 'Safari'],
] as const;
const SYSTEMS = [
  ['iPad', 'an iPad'],
  ['iPhone', 'an iPhone'],
  ['Android', 'Android'],
  ['CrOS', 'a Chromebook'],
  ['Windows', 'Windows'],
  ['Mac OS', 'a Mac'],
  ['Linux', 'Linux'],
] as const;

const firstIn = (text: string, known: readonly (readonly [string, string])[]): string | undefined =>
  known.find(([sign]) => text.includes(sign))?.[1];

/** A browser in a few words, from what it says of itself; no more of that is kept. */
export function deviceWords(userAgent: string | undefined): string {
  const text = (userAgent ?? '').slice(0, 500);
  const [browser, system] = [firstIn(text, BROWSERS), firstIn(text, SYSTEMS)];
  if (!browser && !system) return 'A browser';
  return `${browser ?? 'A browser'} on ${system ?? 'another system'}`;
}

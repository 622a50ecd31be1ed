import { jest } from '@jest/globals';
import { fromSeconds as s } from '@oakbell/core/clock';
import { FilmPlayer, type PlayedPiece } from './filmPlayer.ts';

/** Every film that was asked for, with what it was told. jsdom plays nothing: a test says what a film does. */
const films: HTMLVideoElement[] = [];
const playing = new WeakMap<HTMLMediaElement, boolean>();
beforeEach(() => {
  films.length = 0;
  const make = document.createElement.bind(document);
  jest.spyOn(document, 'createElement').mockImplementation(((name: string) => {
    const made = make(name);
    if (made instanceof HTMLVideoElement) films.push(made);
    return made;
  }) as typeof document.createElement);
  jest.spyOn(HTMLMediaElement.prototype, 'play').mockImplementation(function (this: HTMLMediaElement) {
    playing.set(this, true);
    return Promise.resolve();
  });
  jest.spyOn(HTMLMediaElement.prototype, 'pause').mockImplementation(function (this: HTMLMediaElement) {
    playing.set(this, false);
  });
  jest.spyOn(HTMLMediaElement.prototype, 'load').mockImplementation(() => undefined);
  jest.spyOn(HTMLMediaElement.prototype, 'paused', 'get').mockImplementation(function (this: HTMLMediaElement) {
    return !playing.get(this);
  });
  jest.spyOn(HTMLMediaElement.prototype, 'readyState', 'get').mockReturnValue(4);
  jest.spyOn(HTMLVideoElement.prototype, 'videoWidth', 'get').mockReturnValue(640);
});
afterEach(() => jest.restoreAllMocks());

const piece = (start: number, end: number, more: Partial<PlayedPiece> = {}): PlayedPiece => ({
  start: s(start),
  end: s(end),
  address: `film-${start}`,
  from: s(2),
  held: false,
  ...more,
});
const PLAYING = { playing: true, speed: 1 };

it('jumps to where the voice is when it is far off, and hurries a little when it is near', () => {
  const player = new FilmPlayer([piece(0, 10)], true, () => undefined);
  player.at(s(3), PLAYING);
  const [film] = films;
  expect(film!.currentTime).toBeCloseTo(5, 6);
  expect(playing.get(film!)).toBe(true);
  film!.currentTime = 5.9;
  player.at(s(4), PLAYING);
  expect(film!.currentTime).toBe(5.9);
  expect(film!.playbackRate).toBeGreaterThan(1.05);
  film!.currentTime = 7;
  player.at(s(5), PLAYING);
  expect(film!.playbackRate).toBe(1);
});

it('stands at its picture while the voice rests, and waits while its own start has not come', () => {
  const player = new FilmPlayer([piece(0, 10, { from: s(-2) })], true, () => undefined);
  player.at(s(1), PLAYING);
  expect([films[0]!.currentTime, playing.get(films[0]!) ?? false]).toEqual([0, false]);
  player.at(s(4), { playing: false, speed: 1 });
  expect([films[0]!.currentTime, playing.get(films[0]!) ?? false]).toEqual([2, false]);
});

it('is silent where it runs faster than it was filmed, and heard where nothing else says it', () => {
  const player = new FilmPlayer([piece(0, 10), piece(10, 20, { rate: 4 })], false, () => undefined);
  player.at(s(1), PLAYING);
  expect(films[0]!.muted).toBe(false);
  player.at(s(11), PLAYING);
  expect(films[1]!.muted).toBe(true);
  expect(films[1]!.currentTime).toBeCloseTo(6, 6);
  expect(playing.get(films[0]!)).toBe(false);
});

it('fetches the next file before it is needed, shows none between two, and holds the last at the very end', () => {
  const player = new FilmPlayer([piece(0, 4), piece(6, 8, { held: true })], true, () => undefined);
  player.at(s(0.5), PLAYING);
  expect(films).toHaveLength(1);
  player.at(s(3.5), PLAYING);
  expect(films.map((film) => film.getAttribute('src'))).toEqual(['film-0', 'film-6']);
  player.at(s(5), PLAYING);
  expect(player.picture).toBeUndefined();
  player.at(s(8), { playing: false, speed: 1 });
  expect(player.picture?.picture).toBe(films[1]);
  player.close();
  expect(films.every((film) => film.getAttribute('src') === null)).toBe(true);
});

it('asks again for a film that was lost, less and less often, and goes on where the voice is', async () => {
  jest.useFakeTimers();
  const asked = jest.spyOn(HTMLMediaElement.prototype, 'load');
  const player = new FilmPlayer([piece(0, 60)], true, () => undefined);
  player.at(s(3), PLAYING);
  const [film] = films;
  for (let i = 0; i < 6; i += 1) {
    film!.dispatchEvent(new Event('error'));
    await jest.advanceTimersByTimeAsync(8000);
  }
  expect(asked.mock.calls.length).toBe(6);
  film!.currentTime = 0;
  film!.dispatchEvent(new Event('canplay'));
  player.at(s(50), PLAYING);
  expect(film!.currentTime).toBeCloseTo(52, 6);
  player.close();
  const before = asked.mock.calls.length;
  film!.dispatchEvent(new Event('error'));
  await jest.advanceTimersByTimeAsync(60_000);
  expect(asked.mock.calls.length).toBe(before);
  jest.useRealTimers();
});

import { SoundWatch } from './soundWatch.ts';

describe('watching the level of a microphone', () => {
  it('tells of silence after four seconds, only where there was sound before', () => {
    const watch = new SoundWatch();
    watch.heard(0.001, 0);
    expect(watch.isSilent(60_000)).toBe(false);
    watch.heard(0.2, 60_000);
    watch.heard(0.002, 62_000);
    expect([watch.isSilent(64_000), watch.isSilent(64_001)]).toEqual([false, true]);
    watch.heard(0.2, 65_000);
    expect(watch.isSilent(65_001)).toBe(false);
  });
  it('tells of clipping for two seconds', () => {
    const watch = new SoundWatch();
    expect(watch.isClipping(0)).toBe(false);
    watch.heard(1, 1000);
    expect([watch.isClipping(2999), watch.isClipping(3000)]).toEqual([true, false]);
  });
});

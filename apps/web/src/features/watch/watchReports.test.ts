import {
  newVisit,
  WatchReports,
  type KeptVisit,
  type NumberedReport,
  type Sent,
  type Telling,
} from './watchReports.ts';

/** A server that counts each number of a visit once, behind a line that can be cut, and a browser that keeps. */
function server() {
  const counted = new Map<number, NumberedReport & { agoMs: number }>();
  const begun: number[] = [];
  const told: Telling[] = [];
  let kept: KeptVisit | null = null;
  let [isAway, losesAnswers, now] = [false, false, 1_000_000];
  const opened = (visit: KeptVisit) =>
    new WatchReports(
      visit,
      {
        begin: ({ agoMs }) => {
          if (isAway) return Promise.resolve('away');
          begun.push(agoMs);
          return Promise.resolve({ resumeAt: 0, seen: [] });
        },
        report: (_, report): Promise<Sent> => {
          if (isAway) return Promise.resolve('away');
          if (!counted.has(report.number)) counted.set(report.number, report);
          return Promise.resolve(losesAnswers ? 'away' : 'counted');
        },
      },
      () => now,
      { keep: (visit) => void (kept = visit), onTelling: (telling) => told.push(telling) },
    );
  const reports = opened(newVisit('edition', 'Tides', now));
  const play = (from: number, to: number) => {
    for (let at = from; at <= to; at += 0.5e6) reports.log.tick({ time: at, now: at / 1000, speed: 1, counts: true });
  };
  const seconds = () =>
    [...counted.values()].flatMap((one) => one.plays).reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);
  return {
    reports,
    opened,
    play,
    seconds,
    begun,
    counted,
    told,
    kept: () => kept,
    pass: (ms: number) => void (now += ms),
    cut: (away: boolean) => void (isAway = away),
    loseAnswers: (lost: boolean) => void (losesAnswers = lost),
  };
}

describe('what was played', () => {
  it('is told in numbered reports, each once', async () => {
    const { reports, play, seconds, counted } = server();
    play(0, 5e6);
    await reports.send(5e6);
    play(5e6, 8e6);
    await Promise.all([reports.send(8e6), reports.send(8e6)]);
    expect(seconds()).toBe(8);
    expect([...counted.keys()]).toEqual([0, 1]);
  });
  it('is counted once although the answer was lost and it was sent again', async () => {
    const { reports, play, seconds, loseAnswers } = server();
    play(0, 5e6);
    loseAnswers(true);
    await reports.send(5e6);
    play(5e6, 7e6);
    loseAnswers(false);
    await reports.send(7e6);
    expect(seconds()).toBe(7);
  });
  it('is told later, with the time at which it began, when the visit could not be opened', async () => {
    const { reports, play, seconds, begun, cut, pass, told } = server();
    cut(true);
    await reports.send(0);
    play(0, 14e6);
    pass(14_000);
    await reports.send(14e6);
    expect(seconds()).toBe(0);
    expect(told.at(-1)).toBe('waiting');
    cut(false);
    await reports.send(14e6);
    expect(seconds()).toBe(14);
    expect(begun).toEqual([14_000]);
    expect(told.at(-1)).toBe('told');
  });
  it('goes out with the page that is left, and is not counted twice with what was on its way', async () => {
    const { reports, play, seconds } = server();
    await reports.send(0);
    play(0, 3e6);
    await Promise.all([reports.send(3e6), reports.send(3e6, true)]);
    expect(seconds()).toBe(3);
  });
  it('is kept when the page is closed while the line is away, and told from another page days later', async () => {
    const { reports, play, seconds, begun, cut, pass, kept, opened, counted } = server();
    await reports.send(0);
    play(0, 4e6);
    cut(true);
    await reports.send(4e6);
    play(4e6, 11e6);
    pass(11_000);
    reports.hold(11e6);
    expect(kept()).not.toBeNull();
    pass(2 * 24 * 3_600_000);
    cut(false);
    await opened(JSON.parse(JSON.stringify(kept())) as KeptVisit).sendHeld();
    expect(seconds()).toBe(11);
    expect(kept()).toBeNull();
    // The visit had been begun already, and what it tells is as old as it is.
    expect(begun).toEqual([0]);
    expect([...counted.values()].map(({ agoMs }) => Math.round(agoMs / 3_600_000))).toEqual([48, 48]);
  });
  it('stays in the browser for as long as it is not counted, and no longer', async () => {
    const { reports, play, cut, kept } = server();
    play(0, 4e6);
    cut(true);
    await reports.send(4e6);
    expect(kept()).toMatchObject({ begun: false, waiting: { plays: [{ start: 0, end: 4e6, speed: 1 }] } });
    play(4e6, 6e6);
    await reports.send(6e6);
    expect(kept()).toMatchObject({ waiting: { plays: [{ start: 0, end: 6e6, speed: 1 }] } });
    cut(false);
    await reports.send(6e6);
    expect(kept()).toBeNull();
  });
  it('is not told for ever to a server that refuses the visit, and the learner is told why', async () => {
    let asked = 0;
    const told: Telling[] = [];
    const line = {
      begin: () => Promise.resolve((asked += 1) > 0 ? { refused: 'It was taken away.' } : ('away' as const)),
      report: () => Promise.resolve('counted' as const),
    };
    const reports = new WatchReports(newVisit('edition', 'Tides', 0), line, () => 0, {
      keep: () => undefined,
      onTelling: (telling) => told.push(telling),
    });
    await reports.send(0);
    await reports.send(0);
    expect([asked, told]).toEqual([1, [{ refused: 'It was taken away.' }]]);
  });
});

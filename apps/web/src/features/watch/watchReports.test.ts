import { WatchReports, type NumberedReport, type Sent } from './watchReports.ts';

/** A server that counts each number of a visit once, behind a line that can be cut. */
function server() {
  const counted = new Map<number, NumberedReport>();
  const begun: number[] = [];
  let [isAway, losesAnswers, now] = [false, false, 0];
  const reports = new WatchReports(
    'visit',
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
    () => undefined,
  );
  const play = (from: number, to: number) => {
    for (let at = from; at <= to; at += 0.5e6) reports.log.tick(at, 1, true);
  };
  const seconds = () =>
    [...counted.values()].flatMap((one) => one.plays).reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);
  return {
    reports,
    play,
    seconds,
    begun,
    counted,
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
    const { reports, play, seconds, begun, cut, pass } = server();
    cut(true);
    await reports.send(0);
    play(0, 14e6);
    pass(14_000);
    await reports.send(14e6);
    expect(seconds()).toBe(0);
    cut(false);
    await reports.send(14e6);
    expect(seconds()).toBe(14);
    expect(begun).toEqual([14_000]);
  });
  it('goes out with the page that is left, and is not counted twice with what was on its way', async () => {
    const { reports, play, seconds } = server();
    await reports.send(0);
    play(0, 3e6);
    await Promise.all([reports.send(3e6), reports.send(3e6, true)]);
    expect(seconds()).toBe(3);
  });
  it('is not told for ever to a server that refuses the visit', async () => {
    let asked = 0;
    const line = {
      begin: () => Promise.resolve((asked += 1) > 0 ? ('refused' as const) : ('away' as const)),
      report: () => Promise.resolve('counted' as const),
    };
    const reports = new WatchReports(
      'visit',
      line,
      () => 0,
      () => undefined,
    );
    await reports.send(0);
    await reports.send(0);
    expect(asked).toBe(1);
  });
});

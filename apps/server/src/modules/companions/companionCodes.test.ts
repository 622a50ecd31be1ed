import { CODE_MS, CompanionCodes, MOST_COMPANIONS } from './companionCodes.ts';

function codesAt() {
  const clock = { now: 1000 };
  return { clock, codes: new CompanionCodes(() => clock.now) };
}

describe('codes for pen companions', () => {
  it('let a device in, however it is typed, and know it again by its token', () => {
    const { codes } = codesAt();
    const room = codes.open('lesson', 'ilse');
    const joined = codes.join(` ${room.code.toLowerCase()} `, 'a');
    expect(joined).toMatchObject({ ok: true, room: { id: room.id } });
    if (joined.ok) expect(codes.byToken(joined.token)).toMatchObject({ room: { id: room.id }, device: '1' });
    expect(codes.byToken('guess')).toBeNull();
  });
  it('end after ten minutes; who joined before stays until the room closes', () => {
    const { codes, clock } = codesAt();
    const room = codes.open('lesson', 'ilse');
    const joined = codes.join(room.code, 'a');
    clock.now += CODE_MS;
    expect(codes.join(room.code, 'a')).toEqual({ ok: false, reason: 'unknown' });
    expect(joined.ok && codes.byToken(joined.token)).not.toBeNull();
    codes.close(room.id);
    expect(joined.ok && codes.byToken(joined.token)).toBeNull();
  });
  it('cannot be tried out: an address that guesses has to wait, others do not', () => {
    const { codes, clock } = codesAt();
    const room = codes.open('lesson', 'ilse');
    for (let i = 0; i < 10; i += 1) expect(codes.join('AAAAAA', 'thief')).toEqual({ ok: false, reason: 'unknown' });
    expect(codes.join(room.code, 'thief')).toEqual({ ok: false, reason: 'too-many-guesses' });
    expect(codes.join(room.code, 'friend').ok).toBe(true);
    clock.now += CODE_MS + 1;
    expect(codes.join('AAAAAA', 'thief')).toEqual({ ok: false, reason: 'unknown' });
  });
  it('let in a few devices and no class of thirty', () => {
    const { codes } = codesAt();
    const { code } = codes.open('lesson', 'ilse');
    const answers = Array.from({ length: 30 }, () => codes.join(code, 'a').ok);
    expect(answers.filter(Boolean)).toHaveLength(MOST_COMPANIONS);
  });
  it('can be renewed for an open room: the old one no longer lets in, and who is there stays', () => {
    const { codes } = codesAt();
    const room = codes.open('lesson', 'ilse');
    const joined = codes.join(room.code, 'a');
    const renewed = codes.renew(room);
    expect(renewed).toMatchObject({ id: room.id, lessonId: 'lesson' });
    expect(codes.join(room.code, 'a')).toEqual({ ok: false, reason: 'unknown' });
    expect(codes.join(renewed.code, 'a')).toMatchObject({ ok: true, room: { id: room.id } });
    expect(joined.ok && codes.byToken(joined.token)).toMatchObject({ device: '1' });
  });
  it('are unlike each other and can be read off a screen', () => {
    const { codes } = codesAt();
    const all = Array.from({ length: 200 }, () => codes.open('lesson', 'ilse').code);
    expect(new Set(all).size).toBe(200);
    expect(all.every((code) => /^[A-HJ-NP-Z2-9]{6}$/.test(code))).toBe(true);
  });
});

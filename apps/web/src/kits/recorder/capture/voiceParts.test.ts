import { VoiceParts } from './voiceParts.ts';
import { wavHeader } from '../encoding/index.ts';
import { ALARM_WORDS, controlWord, stateWords } from './words.ts';
import { MICROPHONE_WORDS } from '../sound/index.ts';

describe('parts of a voice', () => {
  const packet = (value: number) => Uint8Array.of(value, value);
  it('are made of a hundred packets, and of the rest at the end', () => {
    const parts: Uint8Array[] = [];
    const gather = new VoiceParts(
      { run: 0, startFrame: 0 },
      () => 312,
      (part) => parts.push(part),
    );
    for (let i = 0; i < 250; i += 1) gather.add(packet(i % 200));
    expect(parts).toHaveLength(2);
    gather.close();
    gather.close();
    expect(parts).toHaveLength(3);
    expect(parts[0]!.length - parts[2]!.length).toBe(50 * 4);
  });
});

it('a WAV header tells the length and the kind of samples', () => {
  const view = new DataView(wavHeader(9600, 48_000).buffer);
  expect(view.byteLength).toBe(44);
  expect([
    view.getUint32(4, true),
    view.getUint16(22, true),
    view.getUint32(24, true),
    view.getUint16(34, true),
  ]).toEqual([9636, 1, 48_000, 16]);
});

describe('words', () => {
  it('say what pressing the round control does, and nothing where it does nothing', () => {
    expect(controlWord({ kind: 'listening' })).toBe('Record');
    expect(controlWord({ kind: 'recording' })).toBe('Pause');
    expect(controlWord({ kind: 'paused' })).toBe('Go on');
    expect(controlWord({ kind: 'stopping' })).toBeNull();
  });
  it('leave no doubt whether it is recording', () => {
    expect(stateWords({ kind: 'recording' })).toBe('Recording');
    expect(stateWords({ kind: 'paused' })).toContain('nothing is recorded');
  });
  it('of every alarm and fault are whole sentences that say what to do or what is safe', () => {
    for (const text of [...Object.values(ALARM_WORDS), ...Object.values(MICROPHONE_WORDS)])
      expect(text).toMatch(/^[A-Z].{20,}[.?]$/);
  });
});

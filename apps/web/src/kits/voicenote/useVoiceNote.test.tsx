import { jest } from '@jest/globals';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { useVoiceNote } from './useVoiceNote.ts';

/** A recorder in the hands of a test: it begins, hears, and stops when it is told. */
class FakeRecorder {
  static now: FakeRecorder;
  state = 'inactive';
  readonly mimeType = 'audio/webm';
  ondataavailable: (event: { data: Blob }) => void = () => undefined;
  onstop: () => void = () => undefined;
  constructor() {
    FakeRecorder.now = this;
  }
  start() {
    this.state = 'recording';
  }
  hears(text: string) {
    this.ondataavailable({ data: new Blob([text]) });
  }
  stop() {
    this.state = 'inactive';
    this.hears('end');
    this.onstop();
  }
}
const tracks = [{ stop: jest.fn() }];
beforeEach(() => {
  Object.assign(globalThis, { MediaRecorder: FakeRecorder });
  Object.assign(navigator, { mediaDevices: { getUserMedia: () => Promise.resolve({ getTracks: () => tracks }) } });
  Object.assign(URL, { createObjectURL: () => 'blob:note', revokeObjectURL: () => undefined });
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

it('says that it records once something is heard, and not before; what was said is all there', async () => {
  const { result } = renderHook(() => useVoiceNote(10_000));
  await act(() => result.current.begin());
  expect(result.current.state).toBe('asking');
  act(() => FakeRecorder.now.hears(''));
  expect(result.current.state).toBe('asking');
  act(() => FakeRecorder.now.hears('first '));
  expect(result.current.state).toBe('recording');
  act(() => FakeRecorder.now.hears('second '));
  act(() => result.current.stop());
  await waitFor(() => expect(result.current.note).not.toBeNull());
  expect(result.current.note!.file.size).toBe('first second end'.length);
  expect(tracks[0]!.stop).toHaveBeenCalled();
});

it('its time runs from there on', async () => {
  jest.useFakeTimers();
  const { result } = renderHook(() => useVoiceNote(10_000));
  await act(() => result.current.begin());
  act(() => void jest.advanceTimersByTime(60_000));
  expect(result.current.state).toBe('asking');
  act(() => FakeRecorder.now.hears('first'));
  act(() => void jest.advanceTimersByTime(9_900));
  expect(result.current.state).toBe('recording');
  act(() => void jest.advanceTimersByTime(200));
  expect(result.current.state).toBe('idle');
});

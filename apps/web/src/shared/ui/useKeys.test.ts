import { keyName } from './useKeys.ts';

const key = (name: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'shiftKey', boolean>> = {}) =>
  keyName({ key: name, ctrlKey: false, metaKey: false, shiftKey: false, ...held });

describe('the name of a key', () => {
  it('does not mind capitals', () => {
    expect(key('R')).toBe('r');
    expect(key('R', { shiftKey: true })).toBe('r');
  });
  it('tells control, or the command key in its place', () => {
    expect(key('z', { ctrlKey: true })).toBe('Ctrl+z');
    expect(key('z', { metaKey: true })).toBe('Ctrl+z');
    expect(key('Z', { ctrlKey: true, shiftKey: true })).toBe('Ctrl+Shift+z');
  });
  it('tells shift with keys that have no letter', () => {
    expect(key('ArrowLeft', { shiftKey: true })).toBe('Shift+ArrowLeft');
    expect(key('+', { shiftKey: true })).toBe('+');
  });
});

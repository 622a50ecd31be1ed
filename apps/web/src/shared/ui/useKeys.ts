import { useEffect, useRef } from 'react';

/** A key and what it does. */
export type KeyLine = readonly [key: string, does: string];

/** Keys as `Ctrl+Shift+z`, `ArrowLeft`, ` `; the handler may return false to let the key pass. */
export type Keys = Readonly<Record<string, () => void | false>>;

/** What is switched is not typed into: after it, letters and arrows are the screen's as before. */
const SWITCHED = ['checkbox', 'radio'];
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement
    ? !SWITCHED.includes(target.type)
    : target instanceof HTMLElement && (/^(TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable);
const PRESSED = 'button, a, [role=button], input';
const MOVED = '[role=slider], [role=radiogroup], [role=tab], [type=radio]';
/** Enter and space belong to the control that has the focus; arrows to a slider. */
const isPressing = (event: KeyboardEvent): boolean =>
  event.target instanceof HTMLElement &&
  (((event.key === 'Enter' || event.key === ' ') && event.target.closest(PRESSED) !== null) ||
    (event.key.startsWith('Arrow') && event.target.closest(MOVED) !== null));

/** Whether a dialog is open; one that is kept at hand unseen is not. */
const isAsked = (): boolean =>
  [...document.querySelectorAll('[role=dialog]')].some((dialog) =>
    dialog.checkVisibility({ visibilityProperty: true }),
  );

export function keyName(event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const control = event.ctrlKey || event.metaKey ? 'Ctrl+' : '';
  return `${control}${event.shiftKey && (control !== '' || key.length > 1) ? 'Shift+' : ''}${key}`;
}

/** What sends does so wherever the focus is, also where somebody types. */
const SENDS = new Set(['Ctrl+Enter', 'Ctrl+Shift+Enter']);

/** Keys of a screen. They rest while someone types, but those that send, and while a dialog is open. */
export function useKeys(keys: Keys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const name = keyName(event);
      if (event.altKey || isAsked()) return;
      if (!SENDS.has(name) && (isTyping(event.target) || isPressing(event))) return;
      const handler = latest.current[name];
      if (handler && handler() !== false) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/*
 * Whoever works with keys is always somewhere. Where what had the focus goes away, or rests for a while, the focus goes
 * to what is nearest, or to where it was before, and never to the page as a whole.
 */
const REMEMBERED = 20;
const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), textarea:not([disabled]), [tabindex]';

interface Place {
  readonly element: HTMLElement;
  /** What it stood in, from the inside out. */
  readonly within: readonly Element[];
}

const isThere = (element: HTMLElement): boolean =>
  element.isConnected && !element.matches(':disabled') && element.checkVisibility({ visibilityProperty: true });

/** Begins to look after the focus; what it gives ends that. */
export function keepFocus(): () => void {
  const ending = new AbortController();
  const { signal } = ending;
  let places: Place[] = [];
  let looking = false;
  const isLost = (): boolean => document.activeElement === document.body || document.activeElement === null;

  const look = () => {
    looking = false;
    const last = places.at(-1);
    if (!last || !isLost() || isThere(last.element)) return;
    // It rests, and comes back: a button while what it does goes on.
    if (last.element.isConnected && last.element.matches(':disabled')) return;
    nearest(last, places)?.focus({ preventScroll: true });
  };
  const remember = ({ target }: FocusEvent) => {
    if (!(target instanceof HTMLElement) || target === document.body) return;
    const within: Element[] = [];
    for (let at = target.parentElement; at && at !== document.body; at = at.parentElement) within.push(at);
    places = [...places.filter((one) => one.element !== target), { element: target, within }].slice(-REMEMBERED);
  };
  document.addEventListener('focusin', remember, { signal });
  // A press on what takes no focus lets go of it by hand.
  const forget = ({ target }: PointerEvent) => {
    if (target instanceof Element && !target.closest(FOCUSABLE)) places = [];
  };
  document.addEventListener('pointerdown', forget, { signal });
  const watching = new MutationObserver((changes) => {
    const last = places.at(-1)?.element;
    if (!last) return;
    const woke = changes.some(({ type, target }) => type === 'attributes' && target === last) && isThere(last);
    if (woke && isLost()) return last.focus({ preventScroll: true });
    if (looking || last.isConnected) return;
    looking = true;
    // Whoever took it away may put the focus somewhere in the same moment.
    requestAnimationFrame(() => requestAnimationFrame(look));
  });
  watching.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] });
  return () => {
    ending.abort();
    watching.disconnect();
  };
}

/** Letters typed there are written: keys that press something elsewhere would write there. */
const takesLetters = (element: HTMLElement): boolean =>
  element.matches('textarea, [contenteditable="true"], input:not([type="checkbox"], [type="radio"], [type="range"])');

function nearest({ element: lost, within }: Place, places: readonly Place[]): HTMLElement | null {
  const mayHave = (element: HTMLElement) => isThere(element) && (takesLetters(lost) || !takesLetters(element));
  for (const around of within) {
    if (!around.isConnected) continue;
    if (around.matches('main, #root')) break;
    const first = [...around.querySelectorAll<HTMLElement>(FOCUSABLE)].find(mayHave);
    if (first) return first;
  }
  const before = places.findLast(({ element }) => mayHave(element))?.element;
  if (before) return before;
  const main = document.querySelector<HTMLElement>('main');
  main?.setAttribute('tabindex', '-1');
  return main;
}

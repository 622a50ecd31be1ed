/*
 * What a page has and jsdom has not, and everything on the page needs: sizes that never change, and no media query that
 * holds.
 */
class Sizes {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
Object.assign(globalThis, { ResizeObserver: Sizes, IS_REACT_ACT_ENVIRONMENT: true });
window.matchMedia = (query) =>
  Object.assign(new EventTarget(), {
    matches: false,
    media: query,
    onchange: null,
    addListener: () => undefined,
    removeListener: () => undefined,
  });

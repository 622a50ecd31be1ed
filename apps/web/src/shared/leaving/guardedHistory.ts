import { UNSAFE_createBrowserHistory as createBrowserHistory } from 'react-router';

type History = ReturnType<typeof createBrowserHistory>;
/** Told where somebody wants to go, and how they get there; whether they are kept for now. */
export type Guard = (pathname: string, proceed: () => void) => boolean;

let guard: Guard | null = null;
/** Asks this guard before a place is left, until what it gives back is called. */
export function keepGuard(by: Guard): () => void {
  guard = by;
  return () => {
    if (guard === by) guard = null;
  };
}

const pathOf = (to: Parameters<History['push']>[0]): string =>
  new URL(typeof to === 'string' ? to : (to.pathname ?? ''), location.href).pathname;

/**
 * The history of this tab, with somebody who may be asked before a place is left: by a link, or by the browser's own
 * buttons, which are gone back on until it is decided.
 */
export function guardedHistory(history = createBrowserHistory({ v5Compat: true })): History {
  const isKept = (pathname: string, proceed: () => void): boolean => guard?.(pathname, proceed) ?? false;
  return {
    get action() {
      return history.action;
    },
    get location() {
      return history.location;
    },
    createHref: (to) => history.createHref(to),
    createURL: (to) => history.createURL(to),
    encodeLocation: (to) => history.encodeLocation(to),
    push(to, state) {
      const go = () => history.push(to, state);
      if (!isKept(pathOf(to), go)) go();
    },
    replace(to, state) {
      const go = () => history.replace(to, state);
      if (!isKept(pathOf(to), go)) go();
    },
    go: (delta) => history.go(delta),
    listen(hear) {
      /** What comes next is our own going back, or what was let go. */
      let next: 'ours' | 'let go' | null = null;
      return history.listen((update) => {
        const { delta } = update;
        const was = next;
        if (update.action === 'POP') next = null;
        if (update.action !== 'POP' || !delta || was === 'let go') return hear(update);
        if (was === 'ours') return;
        const proceed = () => {
          next = 'let go';
          history.go(delta);
        };
        if (!isKept(update.location.pathname, proceed)) return hear(update);
        next = 'ours';
        history.go(-delta);
      });
    },
  };
}

import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

/** What could not be fetched is asked for again so often, in ms, and as soon as the network is back. */
const AGAIN_MS = 5000;

const aWhile = (): Promise<void> =>
  new Promise((resolve) => {
    const go = () => {
      clearTimeout(timer);
      window.removeEventListener('online', go);
      resolve();
    };
    const timer = setTimeout(go, AGAIN_MS);
    window.addEventListener('online', go);
  });

/**
 * A part of a screen that is fetched when it is first shown. Where it cannot be had now it comes once it can: what is not
 * there stays what it stands in, and never takes that down with it. To stand in a Suspense of its own.
 */
export const later = <P>(load: () => Promise<ComponentType<P>>): LazyExoticComponent<ComponentType<P>> =>
  lazy(async () => {
    for (;;) {
      const found = await load().catch(() => null);
      if (found) return { default: found };
      await aWhile();
    }
  });

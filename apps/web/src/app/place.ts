import type { RouteObject } from 'react-router';

/** A place whose program could not be fetched: the server is away, or has a newer one. */
export class NotLoaded extends Error {}

/** A place that is loaded when it is first gone to: a learner never loads what only a teacher needs. */
export const place = (load: () => Promise<{ readonly Component: React.ComponentType }>): Pick<RouteObject, 'lazy'> => ({
  lazy: () =>
    load().catch((failure: unknown) => {
      throw new NotLoaded('This place could not be fetched', { cause: failure });
    }),
});

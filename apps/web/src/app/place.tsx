import { use, type ComponentType } from 'react';
import { matchRoutes, useLocation, useRoutes, type RouteObject } from 'react-router';

/** A place whose program could not be fetched: the server is away, or has a newer one. */
export class NotLoaded extends Error {}

interface Program {
  readonly isHere: () => boolean;
  /** Fetches it, once. @throws NotLoaded */
  readonly fetched: () => Promise<void>;
}
const programs = new WeakMap<ComponentType, Program>();

/** A place that is loaded when it is first gone to: a learner never loads what only a teacher needs. */
export function place(load: () => Promise<{ readonly Component: ComponentType }>): {
  readonly Component: ComponentType;
} {
  let found: ComponentType | null = null;
  let going: Promise<void> | null = null;
  const fetched = () =>
    (going ??= load().then(
      ({ Component }) => void (found = Component),
      (failure: unknown) => {
        throw new NotLoaded('This place could not be fetched', { cause: failure });
      },
    ));
  const Place = () => {
    const Found = found;
    return Found && <Found />;
  };
  programs.set(Place, { isHere: () => found !== null, fetched });
  return { Component: Place };
}

/** What is gone to, once all of it is here, a place and what it stands in: until then what was there before stays. */
export function Places({ all }: { readonly all: RouteObject[] }) {
  const matched = matchRoutes(all, useLocation()) ?? [];
  const wanted = matched
    .flatMap(({ route }) => (route.Component ? (programs.get(route.Component) ?? []) : []))
    .filter((program) => !program.isHere());
  // All of it at once; whoever waits for the first learns what becomes of the others afterwards.
  for (const program of wanted) program.fetched().catch(() => undefined);
  for (const program of wanted) use(program.fetched());
  return useRoutes(all);
}

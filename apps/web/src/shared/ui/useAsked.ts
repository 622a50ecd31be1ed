import { useCallback, useEffect, useRef, useState } from 'react';
import { NavigationType, useLocation, useNavigate, useNavigationType, useSearchParams } from 'react-router';

/** What a page is asked for, by name; null or nothing takes a name away. */
export type Asked = Readonly<Record<string, string | null>>;
/** Tells an address that was written here from one that somebody came by. */
interface Written {
  readonly isAsked?: true;
}

/**
 * What the address of this page asks for (`?words=tides`), and how to ask for more. What is asked holds at once and the
 * address follows: an address is written in the background, and of two that are written right after each other the
 * second would know nothing of the first.
 */
export function useAsked(): readonly [URLSearchParams, (more: Asked) => void] {
  const [search] = useSearchParams();
  const { state } = useLocation() as { state: Written | null };
  const navigate = useNavigate();
  const [asked, setAsked] = useState(search);
  const newest = useRef(asked);
  const came = useNavigationType();
  // Who comes back to an address comes by it, whoever wrote it.
  const isOurs = state?.isAsked === true && came !== NavigationType.Pop;
  useEffect(() => {
    if (isOurs) return;
    newest.current = search;
    setAsked(search);
  }, [search, isOurs]);
  const ask = useCallback(
    (more: Asked) => {
      const next = new URLSearchParams(newest.current);
      for (const [name, value] of Object.entries(more))
        if (value) next.set(name, value);
        else next.delete(name);
      newest.current = next;
      setAsked(next);
      void navigate(`?${next}`, { replace: true, state: { isAsked: true } satisfies Written });
    },
    [navigate],
  );
  return [asked, ask];
}

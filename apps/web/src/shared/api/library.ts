import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, type Api } from './client.ts';

export type LibraryRow = Api['LibraryRowDto'];
/** Which lessons are looked for; what is left out makes no difference. */
export interface LibraryAsked {
  readonly words?: string;
  /** A course or a unit. */
  readonly place?: string;
  readonly without?: 'none';
  readonly tag?: string;
  readonly archived?: 'yes';
  readonly savedAs?: 'opening' | 'template' | 'none';
  readonly recorded?: 'yes';
}

const asked = (query: LibraryAsked & { readonly after?: string }) =>
  call(client.GET('/api/library', { params: { query } }));

/** The lessons in a teacher's hands, a page after the other; the rows before stay on screen while others are looked for. */
export function useLibrary(wanted: LibraryAsked) {
  return useInfiniteQuery({
    queryKey: ['library', wanted],
    queryFn: ({ pageParam }) => asked({ ...wanted, ...(pageParam ? { after: pageParam } : {}) }),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
  });
}

/** Lessons to choose from: those that were changed last, or those in which words are found. */
export function useLessonChoices(wanted: LibraryAsked): readonly LibraryRow[] {
  const { data } = useQuery({
    queryKey: ['library', 'choices', wanted],
    queryFn: () => asked(wanted),
    placeholderData: keepPreviousData,
  });
  return data?.lessons ?? [];
}

/** What is typed is looked for once it rests for so long, in ms. */
const REST_MS = 200;

/** Lessons to choose one from by typing words of it: what is chosen stays among them, whatever is looked for next. */
export function useLessonSearch(wanted: LibraryAsked) {
  const [typed, setTyped] = useState('');
  const [words] = useDebouncedValue(typed.trim(), REST_MS);
  const [chosen, setChosen] = useState<LibraryRow | null>(null);
  const found = useLessonChoices({ ...wanted, ...(words ? { words } : {}) });
  return {
    chosen,
    rows: [...(chosen ? [chosen] : []), ...found.filter((one) => one.id !== chosen?.id)],
    /** Whether there is nothing to choose from, whatever is typed. */
    isEmpty: found.length === 0 && typed === '',
    choose: (id: string | null, others: readonly LibraryRow[] = []) =>
      setChosen([...others, ...found].find((one) => one.id === id) ?? null),
    onSearchChange: (now: string) => setTyped(now === chosen?.title ? '' : now),
  };
}

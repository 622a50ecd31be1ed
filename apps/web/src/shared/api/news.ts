import { useQuery } from '@tanstack/react-query';
import { call, client, type Api } from './client.ts';

export const NEWS = ['news'] as const;

/** What is new for whoever is signed in. @param asked false where only what is known already is to be shown */
export const useNews = (asked = true) =>
  useQuery({ queryKey: NEWS, queryFn: () => call(client.GET('/api/own-news')), enabled: asked });

/** What of it was not seen before a moment. */
export const unseenOf = ({ items }: Api['NewsDto'], seenAt: string): Api['NewsItemDto'][] =>
  items.filter(({ at }) => at > seenAt);

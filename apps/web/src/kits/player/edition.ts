import type { Cue } from '@oakbell/core/captions';
import { present } from '@oakbell/core/present';
import { micros, ZERO } from '@oakbell/core/clock';
import { programmeOf } from '@oakbell/core/edits';
import { EDITION_UNREADABLE, readManifest, type Manifest } from '@oakbell/core/formats';
import { editionKey, type EditionFile } from '@oakbell/core/media';
import { filmPieces, type ProgrammeFilm } from '@oakbell/core/scene';
import { useQuery } from '@tanstack/react-query';
import {
  call,
  client,
  learnMedia,
  MEDIA_FRESH_MS,
  mediaAddress,
  pictureAt,
  Problem,
  problemOf,
  type Api,
} from '../../shared/api/index.ts';
import type { LessonFilms } from './filmPlayer.ts';
import { playableLesson, type PlayableLesson } from './lesson.ts';
import { SegmentPlayer } from './segmentPlayer.ts';

export interface Edition {
  readonly id: string;
  readonly lessonId: string;
  readonly title: string;
  readonly lesson: PlayableLesson;
  readonly films: LessonFilms;
  readonly peaks: Uint8Array;
  /** What stands under the pages while it is said. */
  readonly captions: readonly Cue[];
}

const fileOf = (id: string, name: EditionFile): string => mediaAddress(editionKey(id, name)) ?? '';

/** An edition laid out to be played. It never changes; the addresses of its files are asked for again before they end. */
export function useEdition(id: string | null) {
  return useQuery({
    queryKey: ['edition', id],
    enabled: id !== null,
    staleTime: MEDIA_FRESH_MS,
    refetchInterval: MEDIA_FRESH_MS,
    queryFn: async () =>
      openedEdition(await call(client.GET('/api/editions/{id}', { params: { path: { id: present(id) } } }))),
  });
}

/** An edition whose addresses were given out, laid out to be played. */
export async function openedEdition(opened: Api['OpenedEditionDto']): Promise<Edition> {
  learnMedia(opened);
  const response = await fetch(fileOf(opened.id, 'manifest.json.gz'));
  if (!response.ok) throw problemOf(response.status, await response.json().catch(() => null));
  const manifest = readManifest(await response.json());
  if (typeof manifest === 'string') throw new Problem(0, manifest, EDITION_UNREADABLE);
  return editionOf(manifest, opened.lessonId);
}

function editionOf({ id, title, pages, edits, takes, films, peaks, captions }: Manifest, lessonId: string): Edition {
  const lesson = playableLesson({
    edits,
    takes,
    pages: pages.map(({ small, ...page }) => ({
      page,
      small: small ? pictureAt(small) : null,
    })),
  });
  const cut = (film: ProgrammeFilm) => (films.includes(film) ? wholeFilm(id, film, lesson) : []);
  return {
    id,
    lessonId,
    title,
    lesson,
    films: { camera: cut('camera'), page: cut('page'), sound: false },
    peaks: Uint8Array.from(atob(peaks), (letter) => letter.charCodeAt(0)),
    captions,
  };
}

/** A film that is as long as the programme: each piece of it stands where it is seen. */
function wholeFilm(id: string, film: ProgrammeFilm, lesson: PlayableLesson): LessonFilms['camera'] {
  const address = fileOf(id, `${film}.mp4`);
  return filmPieces(film, lesson.source).map(({ start, end }) => ({ start, end, from: start, held: false, address }));
}

/** A player of the one voice that the server made for an edition; its sound is fetched when somebody plays it. */
export function editionPlayer({ id, lesson }: Edition): SegmentPlayer {
  const segment = { id: 'voice', takeId: 'voice', start: ZERO, end: micros(lesson.programme.length) };
  const programme = programmeOf({ version: 2, segments: lesson.programme.length > 0 ? [segment] : [] });
  const sources = () => [
    { src: fileOf(id, 'voice.webm'), type: 'audio/webm; codecs=opus' },
    ...(mediaAddress(editionKey(id, 'voice.m4a')) ? [{ src: fileOf(id, 'voice.m4a'), type: 'audio/mp4' }] : []),
  ];
  return new SegmentPlayer(programme, sources, 'metadata');
}

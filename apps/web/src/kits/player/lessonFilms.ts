import { filmPieces, type FilmFile, type ProgrammeFilm, type SceneSource } from '@oakbell/core/scene';
import { clipOf } from '../../shared/api/index.ts';
import type { LessonFilms } from './filmPlayer.ts';

/** The films of a lesson that is not published: each piece from the file that was recorded; clips are heard. */
export function takeFilms(
  source: SceneSource,
  lessonId: string,
  ownFile: (file: FilmFile) => string | null = () => null,
): LessonFilms {
  const addressOf = (file: FilmFile) =>
    ownFile(file) ??
    (file.kind === 'clip' ? clipOf(lessonId)(file.clip) : `/api/takes/${file.takeId}/films/${file.run}`);
  const pieces = (film: ProgrammeFilm) =>
    filmPieces(film, source).map(({ file, ...piece }) => ({ ...piece, address: addressOf(file) }));
  return { camera: pieces('camera'), page: pieces('page'), sound: true };
}

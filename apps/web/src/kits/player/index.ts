export { SegmentPlayer, type PlayerView } from './segmentPlayer.ts';
export { playableLesson, turnsOf, type PlayableLesson } from './lesson.ts';
export { LessonStage } from './LessonStage.tsx';
export { PlayControls, SPEEDS } from './PlayControls.tsx';
export { usePlayerTime, usePlayerView } from './usePlayer.ts';
export { useEdition, openedEdition, editionPlayer, type Edition } from './edition.ts';
export type { LessonFilms } from './filmPlayer.ts';
export { takeFilms } from './lessonFilms.ts';
export { HeardEdition, HeardLesson } from './HeardLesson.tsx';

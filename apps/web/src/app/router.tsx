import { Suspense } from 'react';
import { unstable_HistoryRouter as HistoryRouter, type RouteObject } from 'react-router';
import { guardedHistory } from '../shared/leaving/index.ts';
import { Crash } from './Crash.tsx';
import { Front } from './Front.tsx';
import { LearnerShell } from './LearnerShell.tsx';
import { NotThere } from './NotThere.tsx';
import { place, Places } from './place.tsx';

const learner: RouteObject[] = [
  { path: 'desk', ...place(async () => ({ Component: (await import('../features/watch/desk.ts')).DeskPage })) },
  {
    path: 'class',
    ...place(async () => ({ Component: (await import('../features/classroom/index.ts')).OwnClassesPage })),
  },
  {
    path: 'class/:class',
    ...place(async () => ({ Component: (await import('../features/classroom/index.ts')).OwnClassPage })),
  },
  {
    path: 'class/:class/marks',
    ...place(async () => ({ Component: (await import('../features/classroom/index.ts')).OwnMarksPage })),
  },
  {
    path: 'desk/:assignment',
    ...place(async () => ({ Component: (await import('../features/watch/index.ts')).WatchPage })),
  },
  {
    path: 'desk/:assignment/answers/:answer',
    ...place(async () => ({ Component: (await import('../features/watch/answers.ts')).ClassAnswerPage })),
  },
  {
    path: 'answer/:assignment',
    ...place(async () => ({ Component: (await import('../features/answer/index.ts')).AnswerPage })),
  },
  {
    path: 'worksheet/:assignment',
    ...place(async () => ({ Component: (await import('../features/worksheet/index.ts')).SheetPage })),
  },
  {
    path: 'feedback/:assignment',
    ...place(async () => ({ Component: (await import('../features/watch/answers.ts')).FeedbackPage })),
  },
];
const teacher: RouteObject[] = [
  {
    path: 'classes/:class/copy',
    ...place(async () => ({ Component: (await import('../features/outline/index.ts')).CopyPage })),
  },
  {
    path: 'classes/:class/page',
    ...place(async () => ({ Component: (await import('../features/outline/index.ts')).OutlinePage })),
  },
  { path: 'today', ...place(async () => ({ Component: (await import('../features/today/index.ts')).TodayPage })) },
  {
    path: 'lessons',
    ...place(async () => ({ Component: (await import('../features/library/index.ts')).LibraryPage })),
  },
  {
    path: 'watched/:assignment',
    ...place(async () => ({ Component: (await import('../features/watched/index.ts')).WatchedPage })),
  },
  {
    path: 'classes/:class/marks',
    ...place(async () => ({ Component: (await import('../features/gradebook/index.ts')).GradebookPage })),
  },
  {
    path: 'classes/:class/learners/:learner',
    ...place(async () => ({ Component: (await import('../features/watched/index.ts')).LearnerPage })),
  },
  {
    path: 'marking',
    ...place(async () => ({ Component: (await import('../features/marking/index.ts')).MarkingPage })),
  },
  {
    path: 'marking/:assignment/worksheets/:learner?',
    ...place(async () => ({ Component: (await import('../features/marking/index.ts')).LookOnPage })),
  },
  {
    path: 'marking/:assignment/second',
    ...place(async () => ({ Component: (await import('../features/marking/index.ts')).TwoMarkersPage })),
  },
  {
    path: 'marking/:assignment/second/:submission',
    ...place(async () => ({ Component: (await import('../features/marking/index.ts')).SecondMarkPage })),
  },
  {
    path: 'marking/:assignment/:submission/versions',
    ...place(async () => ({ Component: (await import('../features/marking/index.ts')).VersionsPage })),
  },
  {
    path: 'marking/:assignment/:submission?',
    ...place(async () => ({ Component: (await import('../features/marking/index.ts')).MarkingDesk })),
  },
  {
    path: 'lessons/:lesson',
    ...place(async () => ({ Component: (await import('../features/lesson/index.ts')).LessonFrame })),
    children: [
      { path: 'pages', ...place(async () => ({ Component: (await import('../features/pages/index.ts')).PagesStep })) },
      {
        path: 'record',
        ...place(async () => ({ Component: (await import('../features/record/index.ts')).RecordStep })),
      },
      {
        path: 'polish',
        ...place(async () => ({ Component: (await import('../features/polish/index.ts')).PolishStep })),
      },
      {
        path: 'polish/captions',
        ...place(async () => ({ Component: (await import('../features/captions/index.ts')).CaptionsStep })),
      },
      {
        path: 'assign',
        ...place(async () => ({ Component: (await import('../features/assign/index.ts')).AssignStep })),
      },
      {
        path: 'watched',
        ...place(async () => ({ Component: (await import('../features/watched/index.ts')).WatchedStep })),
      },
    ],
  },
];

const places: RouteObject[] = [
  { path: '/', Component: Front },
  {
    path: '/sign-in',
    ...place(async () => ({ Component: (await import('../features/signin/index.ts')).SignInPage })),
  },
  {
    path: '/forgotten',
    ...place(async () => ({ Component: (await import('../features/signin/index.ts')).ForgottenPage })),
  },
  {
    path: '/new-password',
    ...place(async () => ({ Component: (await import('../features/signin/index.ts')).NewPasswordPage })),
  },
  {
    path: '/begin',
    ...place(async () => ({ Component: (await import('../features/begin/index.ts')).BeginPage })),
  },
  {
    path: '/companion',
    ...place(async () => ({ Component: (await import('../features/companion/index.ts')).CompanionPage })),
  },
  {
    path: '/first-password',
    ...place(async () => ({ Component: (await import('../features/account/index.ts')).FirstPasswordPage })),
  },
  {
    ...place(async () => ({ Component: (await import('./AccountShell.tsx')).AccountShell })),
    children: [
      {
        path: 'account',
        ...place(async () => ({ Component: (await import('../features/account/index.ts')).AccountPage })),
      },
      {
        path: 'news',
        ...place(async () => ({ Component: (await import('../features/news/index.ts')).NewsPage })),
      },
    ],
  },
  {
    path: '/guardian/:link/:signature',
    ...place(async () => ({ Component: (await import('../features/watch/guardian.ts')).GuardianPage })),
  },
  {
    path: '/frame/:lesson',
    ...place(async () => ({ Component: (await import('../features/watch/framed.ts')).FramePage })),
  },
  {
    path: '/frame/:lesson/pass',
    ...place(async () => ({ Component: (await import('../features/watch/framed.ts')).PassPage })),
  },
  {
    ...place(async () => ({ Component: (await import('./AccountShell.tsx')).AccountShell })),
    children: [
      {
        path: 'watch/:lesson',
        ...place(async () => ({ Component: (await import('../features/watch/index.ts')).LinkPage })),
      },
    ],
  },
  {
    ...place(async () => ({ Component: (await import('./TeacherShell.tsx')).StaffShell })),
    children: [
      {
        path: 'classes',
        ...place(async () => ({ Component: (await import('../features/classes/index.ts')).ClassesPage })),
      },
      {
        path: 'classes/:class',
        ...place(async () => ({ Component: (await import('../features/classes/index.ts')).ClassPage })),
      },
    ],
  },
  { Component: LearnerShell, children: learner },
  { ...place(async () => ({ Component: (await import('./TeacherShell.tsx')).TeacherShell })), children: teacher },
  {
    ...place(async () => ({ Component: (await import('./TeacherShell.tsx')).KeeperShell })),
    children: [
      {
        path: 'people',
        ...place(async () => ({ Component: (await import('../features/keeper/index.ts')).PeoplePage })),
      },
      {
        path: 'people/:person',
        ...place(async () => ({ Component: (await import('../features/keeper/index.ts')).PersonPage })),
      },
      {
        path: 'seen',
        ...place(async () => ({ Component: (await import('../features/keeper/index.ts')).SeenPage })),
      },
      {
        path: 'rosters',
        ...place(async () => ({ Component: (await import('../features/rosters/index.ts')).RostersPage })),
      },
      {
        path: 'rosters/:roster',
        ...place(async () => ({ Component: (await import('../features/rosters/index.ts')).RosterPage })),
      },
      {
        path: 'school',
        ...place(async () => ({ Component: (await import('../features/keeper/index.ts')).SchoolPage })),
      },
    ],
  },
  { path: '*', Component: NotThere },
];

const history = guardedHistory();

/** All places there are. While one is fetched, the one before it stays. */
export const Router = () => (
  <HistoryRouter history={history}>
    <Crash>
      <Suspense>
        <Places all={places} />
      </Suspense>
    </Crash>
  </HistoryRouter>
);

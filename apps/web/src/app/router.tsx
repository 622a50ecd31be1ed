import { createBrowserRouter, type RouteObject } from 'react-router';
import { Crash } from './Crash.tsx';
import { Front } from './Front.tsx';
import { LearnerShell } from './LearnerShell.tsx';
import { NotThere } from './NotThere.tsx';

/* Every place is loaded when it is first gone to: a learner never loads what only a teacher needs. */
const lazy = (load: () => Promise<{ readonly Component: React.ComponentType }>): Pick<RouteObject, 'lazy'> => ({
  lazy: load,
});

const learner: RouteObject[] = [
  { path: 'desk', ...lazy(async () => ({ Component: (await import('../features/watch/desk.ts')).DeskPage })) },
  {
    path: 'desk/:assignment',
    ...lazy(async () => ({ Component: (await import('../features/watch/index.ts')).WatchPage })),
  },
  {
    path: 'answer/:assignment',
    ...lazy(async () => ({ Component: (await import('../features/answer/index.ts')).AnswerPage })),
  },
  {
    path: 'feedback/:assignment',
    ...lazy(async () => ({ Component: (await import('../features/watch/index.ts')).FeedbackPage })),
  },
];
const teacher: RouteObject[] = [
  { path: 'today', ...lazy(async () => ({ Component: (await import('../features/today/index.ts')).TodayPage })) },
  { path: 'lessons', ...lazy(async () => ({ Component: (await import('../features/library/index.ts')).LibraryPage })) },
  { path: 'classes', ...lazy(async () => ({ Component: (await import('../features/classes/index.ts')).ClassesPage })) },
  { path: 'marking', ...lazy(async () => ({ Component: (await import('../features/marking/index.ts')).MarkingPage })) },
  {
    path: 'marking/:assignment/:submission?',
    ...lazy(async () => ({ Component: (await import('../features/marking/index.ts')).MarkingDesk })),
  },
  {
    path: 'lessons/:lesson',
    ...lazy(async () => ({ Component: (await import('../features/lesson/index.ts')).LessonFrame })),
    children: [
      { path: 'pages', ...lazy(async () => ({ Component: (await import('../features/pages/index.ts')).PagesStep })) },
      {
        path: 'record',
        ...lazy(async () => ({ Component: (await import('../features/record/index.ts')).RecordStep })),
      },
      {
        path: 'polish',
        ...lazy(async () => ({ Component: (await import('../features/polish/index.ts')).PolishStep })),
      },
      {
        path: 'assign',
        ...lazy(async () => ({ Component: (await import('../features/assign/index.ts')).AssignStep })),
      },
      {
        path: 'watched',
        ...lazy(async () => ({ Component: (await import('../features/watched/index.ts')).WatchedStep })),
      },
    ],
  },
];

export const router = createBrowserRouter([
  {
    ErrorBoundary: Crash,
    HydrateFallback: () => null,
    children: [
      { path: '/', Component: Front },
      {
        path: '/sign-in',
        ...lazy(async () => ({ Component: (await import('../features/signin/index.ts')).SignInPage })),
      },
      {
        path: '/companion',
        ...lazy(async () => ({ Component: (await import('../features/companion/index.ts')).CompanionPage })),
      },
      {
        path: '/first-password',
        ...lazy(async () => ({ Component: (await import('../features/account/index.ts')).FirstPasswordPage })),
      },
      {
        ...lazy(async () => ({ Component: (await import('./AccountShell.tsx')).AccountShell })),
        children: [
          {
            path: 'account',
            ...lazy(async () => ({ Component: (await import('../features/account/index.ts')).AccountPage })),
          },
        ],
      },
      { Component: LearnerShell, children: learner },
      { ...lazy(async () => ({ Component: (await import('./TeacherShell.tsx')).TeacherShell })), children: teacher },
      {
        ...lazy(async () => ({ Component: (await import('./TeacherShell.tsx')).KeeperShell })),
        children: [
          {
            path: 'people',
            ...lazy(async () => ({ Component: (await import('../features/keeper/index.ts')).PeoplePage })),
          },
        ],
      },
      { path: '*', Component: NotThere },
    ],
  },
]);

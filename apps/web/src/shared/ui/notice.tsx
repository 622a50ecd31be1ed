import type { NotificationData } from '@mantine/notifications';
import { Suspense, useSyncExternalStore } from 'react';
import { later } from './later.ts';

const load = () => import('./Notices.tsx');
const Notices = later(async () => (await load()).Notices);

const hearers = new Set<() => void>();
let wanted = false;
const subscribe = (hear: () => void) => {
  hearers.add(hear);
  return () => hearers.delete(hear);
};

/** Where what is said to somebody comes up. It is loaded once there is something to say. */
export function NoticesHere() {
  const isWanted = useSyncExternalStore(subscribe, () => wanted);
  if (!isWanted) return null;
  return (
    <Suspense>
      <Notices />
    </Suspense>
  );
}

/** Says something at the foot of the screen. */
export const notice = (said: NotificationData): void => withNotices((notices) => notices.show(said));

/** Lends what says things; what cannot be loaded now says it once the network is back. */
export function withNotices(use: (notices: (typeof import('./Notices.tsx'))['notifications']) => void): void {
  wanted = true;
  for (const hear of hearers) hear();
  load().then(
    ({ notifications }) => use(notifications),
    () => window.addEventListener('online', () => withNotices(use), { once: true }),
  );
}

import { present } from '@oakbell/core/present';
import { Button } from '@mantine/core';
import { useEffect, useRef, type ReactNode } from 'react';
import { Link, Navigate, Outlet, useLocation, useNavigate } from 'react-router';
import { useServerEvents, useSession, useSignOut, type Api } from '../shared/api/index.ts';
import { notice, setSchoolZone, Waiting } from '../shared/ui/index.ts';
import { HOME } from './Front.tsx';
import { useLook } from './look.ts';
import { NewsLink } from './NewsLink.tsx';
import { SessionDoor } from './SessionDoor.tsx';
import classes from './Shell.module.css';

interface Place {
  readonly to: string;
  readonly name: string;
}

const stillSignedIn = () =>
  notice({
    message:
      'The school server cannot be reached: you are still signed in there. What you kept on this device is gone from it.',
  });

/** A place with a list of its own is told by that; any other by the beginning of its path. */
function isHere(to: string, pathname: string, search: string): boolean {
  if (to.startsWith('/desk') && pathname === '/desk')
    return to === (search.startsWith('?list=') ? `/desk${search}` : '/desk');
  return !to.includes('?') && pathname.startsWith(to);
}

/** The frame of the places of one kind of person; anyone else is sent to sign in or home. */
export function Shell({
  role,
  places,
  note,
}: {
  /** Null for places of everybody. */
  readonly role: Api['MeDto']['role'] | null;
  readonly places: readonly Place[];
  readonly note?: ReactNode;
}) {
  const person = useSession();
  const signOut = useSignOut();
  const { pathname, search } = useLocation();
  useServerEvents(person?.id ?? null);
  useLook();
  const navigate = useNavigate();
  const shown = useRef<string | null>(null);
  const id = person?.id ?? null;
  const home = person ? HOME[person.role] : '/sign-in';
  useEffect(() => {
    // Somebody else signed in, here or in another tab: nothing of the place that was open is theirs.
    if (id && shown.current && shown.current !== id) void navigate(home, { replace: true });
    if (id) shown.current = id;
  }, [id, home, navigate]);
  if (person === undefined) return <Waiting what="Opening" />;
  if (person === null) return <Navigate to={`/sign-in?to=${encodeURIComponent(pathname + search)}`} replace />;
  if (person.mustChangePassword) return <Navigate to="/first-password" replace />;
  setSchoolZone(person.timeZone);
  if (role !== null && person.role !== role) return <Navigate to={HOME[person.role]} replace />;
  return (
    <div className={classes.shell} key={person.id}>
      <SessionDoor person={person} />
      <a href="#main" className="ob-skip">
        Skip to the page
      </a>
      <header className={classes.bar}>
        <Link to={HOME[person.role]} className={classes.mark}>
          <img src="/mark.svg" alt="" width={26} height={26} />
          <span>Oak Bell</span>
        </Link>
        <nav aria-label="Places" className={classes.places}>
          {places.map((place) => (
            <Link
              key={place.to}
              to={place.to}
              className={present(classes.place)}
              aria-current={isHere(place.to, pathname, search) ? 'page' : undefined}
            >
              {place.name}
            </Link>
          ))}
        </nav>
        {person.role !== 'keeper' && <NewsLink />}
        <Link to="/account" className={classes.who} title="Your account: password, and where you are signed in">
          <bdi>{person.name}</bdi>
        </Link>
        <Button
          variant="subtle"
          color="oak"
          className={classes.out}
          onClick={() => void signOut().catch(stillSignedIn)}
        >
          Sign out
        </Button>
      </header>
      {note}
      <main id="main" className={classes.main}>
        <Outlet />
      </main>
    </div>
  );
}

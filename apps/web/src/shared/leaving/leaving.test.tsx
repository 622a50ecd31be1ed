import { act, cleanup, fireEvent, render, waitFor } from '@testing-library/react';
import { Link, unstable_HistoryRouter as HistoryRouter, useRoutes } from 'react-router';
import { guardedHistory, useLeaving } from './index.ts';

function Room({ held }: { held: boolean }) {
  const { isAsked, proceed, stay } = useLeaving(held);
  return (
    <>
      <p>room{isAsked ? ', asked' : ''}</p>
      <Link to="/other">leave</Link>
      <Link to="?page=2">turn</Link>
      <button onClick={stay}>stay</button>
      <button onClick={proceed}>go</button>
    </>
  );
}
const Places = ({ held }: { held: boolean }) =>
  useRoutes([
    { path: '/before', element: <p>before</p> },
    { path: '/room', element: <Room held={held} /> },
    { path: '/other', element: <p>other</p> },
  ]);

/** A tab that was at another place before it came to the room. */
function inTheRoom(held: boolean) {
  window.history.replaceState(null, '', '/before');
  const history = guardedHistory();
  const shown = render(
    <HistoryRouter history={history}>
      <Places held={held} />
    </HistoryRouter>,
  );
  act(() => history.push('/room'));
  const press = (name: string) => fireEvent.click(shown.getByText(name));
  const says = (text: string) => waitFor(() => expect(shown.container.querySelector('p')?.textContent).toBe(text));
  return { history, press, says };
}
afterEach(cleanup);

it('whoever is not held goes where they want, by a link and back', async () => {
  const { press, says, history } = inTheRoom(false);
  press('leave');
  await says('other');
  act(() => history.go(-1));
  await says('room');
});

it('a link leads away once that is decided, and nowhere before', async () => {
  const { press, says } = inTheRoom(true);
  press('leave');
  await says('room, asked');
  expect(window.location.pathname).toBe('/room');
  press('stay');
  await says('room');
  press('turn');
  await says('room');
  expect(window.location.search).toBe('?page=2');
  press('leave');
  await says('room, asked');
  press('go');
  await says('other');
});

it('the browser’s own way back is gone back on until it is decided', async () => {
  const { press, says } = inTheRoom(true);
  act(() => window.history.back());
  await says('room, asked');
  await waitFor(() => expect(window.location.pathname).toBe('/room'));
  press('stay');
  act(() => window.history.back());
  await says('room, asked');
  await waitFor(() => expect(window.location.pathname).toBe('/room'));
  press('go');
  await says('before');
  expect(window.location.pathname).toBe('/before');
});

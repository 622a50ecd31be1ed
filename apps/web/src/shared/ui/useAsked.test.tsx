import { act, render, screen } from '@testing-library/react';
import { createMemoryRouter, Link, RouterProvider } from 'react-router';
import { useAsked } from './useAsked.ts';

function Page() {
  const [asked, ask] = useAsked();
  return (
    <>
      <output>{`${asked}`}</output>
      <input aria-label="words" value={asked.get('words') ?? ''} onChange={() => undefined} />
      <button type="button" onClick={() => ask({ role: 'learner' })}>
        role
      </button>
      <button type="button" onClick={() => ask({ words: 'tides' })}>
        words
      </button>
      <button type="button" onClick={() => ask({ role: null })}>
        everybody
      </button>
      <Link to="/?words=springs">elsewhere</Link>
    </>
  );
}

const opened = (at: string) => {
  const router = createMemoryRouter([{ path: '/', element: <Page /> }], { initialEntries: [at] });
  render(<RouterProvider router={router} />);
  return router;
};
const asked = () => screen.getByRole('status').textContent;
const press = (name: string) => screen.getByText(name).click();

it('two things asked for right after each other both hold, here and in the address', async () => {
  const router = opened('/');
  await act(async () => {
    press('role');
    press('words');
    await Promise.resolve();
  });
  expect(asked()).toBe('role=learner&words=tides');
  expect(router.state.location.search).toBe('?role=learner&words=tides');
});

it('what is asked for shows at once, before the address follows', () => {
  opened('/?role=learner');
  act(() => press('words'));
  expect(screen.getByLabelText('words')).toHaveProperty('value', 'tides');
});

it('what is taken away is gone, and a link to the same page says anew what is asked for', async () => {
  const router = opened('/?role=learner&words=tides');
  await act(async () => {
    press('everybody');
    await Promise.resolve();
  });
  expect(asked()).toBe('words=tides');
  await act(async () => {
    press('elsewhere');
    await Promise.resolve();
  });
  expect(asked()).toBe('words=springs');
  await act(async () => {
    await router.navigate(-1);
  });
  expect(asked()).toBe('words=tides');
});

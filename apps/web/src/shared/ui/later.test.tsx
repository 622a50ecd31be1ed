import { cleanup, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { later } from './later.ts';

afterEach(cleanup);

it('what cannot be fetched now comes once it can, and what it stands in stays meanwhile', async () => {
  let isDown = true;
  let asked = 0;
  const Part = later(async () => {
    asked += 1;
    if (isDown) throw new TypeError('Failed to fetch dynamically imported module');
    return Promise.resolve(({ name }: { readonly name: string }) => <p>Here for {name}</p>);
  });
  render(
    <main>
      <p>The lesson</p>
      <Suspense fallback={<p>On its way</p>}>
        <Part name="Tam" />
      </Suspense>
    </main>,
  );
  await screen.findByText('On its way');
  window.dispatchEvent(new Event('online'));
  await screen.findByText('On its way');
  isDown = false;
  window.dispatchEvent(new Event('online'));
  await screen.findByText('Here for Tam');
  screen.getByText('The lesson');
  expect(asked).toBeGreaterThan(1);
});

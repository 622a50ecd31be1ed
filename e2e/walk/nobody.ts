import { heading, press, refused, type State } from './state.ts';

export const NOBODY: readonly State[] = [
  { name: 'a forgotten password', at: '/forgotten', seen: (page) => page.getByLabel('Name or mail address') },
  {
    name: 'a forgotten password where no mail is sent',
    at: async (page) => {
      await page.route('**/api/forgotten', (route) => route.fulfill({ json: { byMail: false } }));
      await page.goto('/forgotten');
    },
    seen: (page) => page.getByText('can give you a new first password'),
  },
  {
    name: 'a new password',
    at: '/new-password#person=00000000-0000-0000-0000-000000000000&key=x',
    seen: heading('Choose a new password'),
  },
  { name: 'an address from a mail that was cut', at: '/new-password', seen: heading('This address is not whole') },
  { name: 'signing in', at: '/sign-in', seen: (page) => page.getByLabel('Password', { exact: true }) },
  {
    name: 'a password that is wrong',
    at: '/sign-in',
    open: async (page) => {
      await page.getByLabel('Name').fill('nobody.here');
      await page.getByLabel('Password', { exact: true }).fill('not the one');
      await press('Sign in')(page);
    },
    seen: (page) => page.getByRole('alert').first(),
  },
  {
    name: 'signing in while the server is away',
    at: async (page) => {
      await page.goto('/sign-in');
      await refused(/api\/session/, 503, 'away', 'The school server cannot be reached.')(page);
    },
    open: async (page) => {
      await page.getByLabel('Name').fill('nobody.here');
      await page.getByLabel('Password', { exact: true }).fill('not the one');
      await press('Sign in')(page);
    },
    seen: (page) => page.getByRole('alert').first(),
  },
  {
    name: 'a frame in another page',
    at: '/frame/00000000-0000-4000-8000-000000000000',
    seen: (page) => page.getByRole('button', { name: 'Sign in to watch' }),
  },
  { name: 'a pen companion', at: '/companion', seen: (page) => page.getByRole('main') },
  { name: 'a place that is not there', at: '/nowhere', seen: heading(/./) },
];

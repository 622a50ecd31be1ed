import { heading, press, type State } from './state.ts';

export const KEEPER: readonly State[] = [
  { name: 'people', at: '/people', seen: heading('People') },
  { name: 'nobody of a name', at: '/people?words=zzz', seen: heading('Nobody is called that') },
  {
    name: 'people who are added',
    at: '/people',
    open: press('Add people'),
    seen: (page) => page.getByRole('dialog', { name: 'Add people' }),
  },
  {
    name: 'the menu of a person',
    at: '/people',
    open: press('More for Tam Oriel'),
    seen: (page) => page.getByRole('menuitem', { name: 'Has left the school' }),
  },
  {
    name: 'a person who is renamed',
    at: '/people',
    open: async (page) => {
      await press('More for Tam Oriel')(page);
      await page.getByRole('menuitem', { name: 'Change names' }).click();
    },
    seen: (page) => page.getByRole('dialog', { name: 'Names of Tam Oriel' }),
  },
  {
    name: 'what is known of a person',
    at: '/people?words=tam',
    open: (page) => page.getByRole('link', { name: 'Tam Oriel' }).click(),
    seen: heading('Who saw or changed it'),
  },
  { name: 'who saw what', at: '/seen', seen: heading('Who saw what') },
  { name: 'rosters', at: '/rosters', seen: heading('Rosters') },
  { name: 'the school', at: '/school', seen: heading('School') },
  {
    name: 'a term that cannot be',
    at: '/school',
    open: async (page) => {
      await press('Add a term')(page);
      await press('Save the terms')(page);
    },
    seen: (page) => page.getByText('Say what it is called'),
  },
  {
    name: 'mail that could not be sent',
    at: async (page) => {
      const unsent = [
        {
          name: 'Tam Oriel',
          why: 'The mail server does not take mail for this address (550).',
          at: '2026-10-05T07:00:00Z',
        },
        { name: null, why: 'The mail server does not answer, or takes no mail now.', at: '2026-10-05T06:00:00Z' },
      ];
      const json = {
        on: true,
        server: 'mail.skerry.example',
        from: 'Oak Bell <oak@skerry.example>',
        waiting: 3,
        unsent,
      };
      await page.route('**/api/school/mail', (route) => route.fulfill({ json }));
      await page.goto('/school');
    },
    seen: heading('Could not be sent'),
  },
  {
    name: 'holidays that cannot be',
    at: '/school',
    open: async (page) => {
      await press('Add holidays')(page);
      await press('Save')(page);
    },
    seen: (page) => page.getByText('Say what they are called'),
  },
  { name: 'classes', at: '/classes', seen: heading('Classes') },
  { name: 'an account', at: '/account', seen: heading(/account/i) },
];

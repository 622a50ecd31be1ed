import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';
import { lasts, record, stopAndSave } from './support/room.ts';

const NO_COUNTDOWN = () => localStorage.setItem('oakbell.countdown', '0');

test(
  'a quick word goes from the room to a class page in two presses, is heard on a phone, and is taken off again',
  { tag: '@real-time' },
  async ({ browser }) => {
    const { page: jon } = await asPerson(browser, 'jon.vale', { permissions: ['microphone'] });
    const { page: dina } = await asPerson(browser, 'dina.elver', { viewport: { width: 390, height: 844 } });
    await jon.addInitScript(NO_COUNTDOWN);
    // Whatever a first try has left goes first.
    await jon.goto('/classes');
    await jon.getByRole('link', { name: 'Class page of Seamanship 9c' }).click();
    await expect(jon.getByRole('heading', { level: 1, name: 'Seamanship 9c' })).toBeVisible();
    const takeOff = jon.getByRole('button', { name: /^Take A word, .* off the page$/ });
    for (let left = await takeOff.count(); left > 0; left -= 1) {
      await takeOff.first().click();
      await expect(takeOff).toHaveCount(left - 1);
    }

    await test.step('the room opens with one press, from Today', async () => {
      await jon.goto('/today');
      await jon.getByRole('button', { name: 'Record a quick word' }).click();
      await expect(jon.getByText('Ready to record')).toBeVisible();
      await record(jon);
      await lasts(jon, 2);
      await stopAndSave(jon);
    });

    await test.step('two presses put it on the page', async () => {
      await jon.getByRole('button', { name: 'Quick word for a class' }).click();
      await expectClean(jon);
      await jon.getByRole('menuitem', { name: 'Seamanship 9c' }).click();
      await expect(jon.getByText('It is on the page of Seamanship 9c for today.')).toBeVisible();
      await expect(jon.getByRole('region', { name: 'For today' })).toContainText('nobody has heard it');
      await expectClean(jon);
    });

    await test.step('a learner hears it on a phone, and that is seen', async () => {
      await dina.goto('/class');
      const word = dina.getByRole('region', { name: 'For today' }).getByRole('link', { name: /^A word, / });
      await expect(word).toContainText('New, gone at midnight');
      await expectClean(dina);
      await word.click();
      await dina.getByRole('button', { name: 'Watch', exact: true }).click();
      await expect(dina.getByRole('button', { name: 'Watch again' })).toBeVisible();
      await dina.goto('/class');
      await expect(word).toContainText('Heard');
      await expect(jon.getByRole('region', { name: 'For today' })).toContainText('1 of 18 have heard it');
    });

    await test.step('it is taken off, and is gone from every screen at once', async () => {
      await takeOff.click();
      await expect(jon.getByRole('region', { name: 'For today' })).toHaveCount(0);
      await expect(dina.getByRole('region', { name: 'For today' })).toHaveCount(0);
    });

    await test.step('from the class page the room knows where it goes: one press', async () => {
      await jon.getByRole('button', { name: 'Record a quick word' }).click();
      await expect(jon.getByText('Ready to record')).toBeVisible();
      await record(jon);
      await lasts(jon, 1);
      await stopAndSave(jon);
      await jon.getByRole('button', { name: 'Put it on the page of Seamanship 9c' }).click();
      await expect(jon.getByRole('region', { name: 'For today' })).toContainText('A word, ');
      const said = jon.getByRole('alert').filter({ hasText: 'It is on the page of Seamanship 9c' }).last();
      await said.getByRole('button', { name: 'Undo' }).click();
      await expect(jon.getByRole('region', { name: 'For today' })).toHaveCount(0);
    });
  },
);

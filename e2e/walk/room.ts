import { expect, type Page } from '@playwright/test';
import { makeLesson } from '../support/people.ts';
import { openRoom, press as control, record } from '../support/room.ts';
import { press, refused, type State } from './state.ts';

/** The recording room of a lesson of its own. */
const room = async (page: Page) => {
  const { id } = await makeLesson(page, 'Walked: the room', 3);
  await openRoom(page, id);
};
const recording = async (page: Page) => {
  await room(page);
  await record(page);
};
/** Throws away what was recorded, so that nothing is left on Today. */
const startOver = async (page: Page) => {
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Start over' }).click();
  await expect(page.getByText('Ready to record')).toBeVisible();
};
const button = (name: string | RegExp) => (page: Page) => page.getByRole('button', { name }).first();

export const ROOM: readonly State[] = [
  { name: 'ready to record', at: room, seen: (page) => page.getByText('Ready to record') },
  {
    name: 'the microphone',
    at: room,
    open: press('Microphone'),
    seen: button('Sound check'),
  },
  {
    name: 'the sound check',
    at: room,
    open: async (page) => {
      await press('Microphone')(page);
      await press('Sound check')(page);
    },
    seen: (page) => page.getByRole('dialog', { name: 'Sound check' }),
  },
  {
    name: 'the camera, on',
    at: room,
    open: async (page) => {
      await press('Camera')(page);
      await page.getByRole('switch', { name: 'Camera' }).click();
    },
    seen: (page) => page.getByText('Delay of the picture, ms'),
  },
  {
    name: 'a camera that may not be used',
    at: async (page) => {
      await page.addInitScript(() => {
        const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
        navigator.mediaDevices.getUserMedia = (wanted) =>
          wanted?.video ? Promise.reject(new DOMException('no', 'NotAllowedError')) : open(wanted);
      });
      await room(page);
    },
    open: async (page) => {
      await press('Camera')(page);
      await page.getByRole('switch', { name: 'Camera' }).click();
    },
    seen: (page) => page.getByText(/may not use the camera/),
  },
  {
    name: 'a code for a pen companion',
    at: room,
    open: async (page) => {
      await press(/^Pen$/)(page);
      await press('Show a code')(page);
    },
    seen: (page) => page.getByLabel(/^Code /),
  },
  { name: 'shapes', at: room, open: press('Shapes'), seen: (page) => page.getByRole('menu') },
  { name: 'a pen that is changed', at: room, open: press('Change'), seen: (page) => page.getByText('The pen in hand') },
  { name: 'keys', at: room, open: press('Keys'), seen: (page) => page.getByRole('dialog', { name: /^Keys/ }) },
  { name: 'recording', at: recording, seen: (page) => page.getByText('Recording', { exact: true }), after: startOver },
  {
    name: 'paused',
    at: recording,
    open: (page) => control(page, 'Pause'),
    seen: (page) => page.getByText('Paused: nothing is recorded'),
    after: startOver,
  },
  {
    name: 'leaving while it records',
    at: recording,
    open: async (page) =>
      page.getByRole('navigation', { name: 'Steps of the lesson' }).getByRole('link', { name: 'Pages' }).click(),
    seen: (page) => page.getByRole('dialog', { name: 'You are recording' }),
    after: startOver,
  },
  {
    name: 'a microphone that is gone',
    at: async (page) => {
      await page.addInitScript(() => {
        const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
        navigator.mediaDevices.getUserMedia = async (wanted) => {
          const stream = await open(wanted);
          Object.assign(window, {
            unplug: () => stream.getTracks().forEach((track) => track.dispatchEvent(new Event('ended'))),
          });
          return stream;
        };
      });
      await recording(page);
    },
    open: (page) => page.evaluate(() => (window as unknown as { unplug: () => void }).unplug()),
    seen: (page) => page.getByText(/The microphone is gone/),
    after: startOver,
  },
  {
    name: 'recorded, with what can be done now',
    at: recording,
    open: (page) => control(page, 'Stop'),
    seen: (page) => page.getByText('It is saved.'),
    after: async (page) => {
      await page.getByRole('button', { name: 'Record again', exact: true }).click();
      await expect(page.getByText('Ready to record')).toBeVisible();
    },
  },
  {
    name: 'a lesson that is being recorded elsewhere',
    at: async (page) => {
      await refused(/api\/takes\/[0-9a-f-]{36}$/, 409, 'lesson-being-recorded', 'Another window records it.')(page);
      await room(page);
    },
    open: (page) => control(page, 'Record'),
    seen: (page) => page.getByText('This lesson is being recorded elsewhere'),
  },
  {
    name: 'a room whose takes cannot be had',
    at: async (page) => {
      await refused(/api\/lessons\/[^/]+\/takes$/, 403, 'withdrawn', 'This lesson was taken from you.')(page);
      const { id } = await makeLesson(page, 'Walked: the room', 1);
      await page.goto(`/lessons/${id}/record`);
    },
    seen: (page) => page.getByText('This lesson was taken from you.'),
  },
  {
    name: 'no microphone',
    at: async (page) => {
      await page.addInitScript(() => {
        navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotFoundError'));
      });
      const { id } = await makeLesson(page, 'Walked: the room', 1);
      await page.goto(`/lessons/${id}/record`);
    },
    seen: (page) => page.getByText(/No microphone was found/),
  },
];

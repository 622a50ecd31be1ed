import { keepFocus } from './focusKeeper.ts';

const frames = () =>
  new Promise<void>((done) =>
    requestAnimationFrame(() => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );
const button = (name: string) => document.querySelector<HTMLElement>(`[data-name=${name}]`)!;
const here = () => (document.activeElement as HTMLElement).dataset['name'] ?? document.activeElement?.tagName;

let end: () => void;
beforeAll(() => {
  // jsdom lays nothing out: everything that is there is seen.
  Element.prototype.checkVisibility = () => true;
  end = keepFocus();
});
afterAll(() => end());
beforeEach(() => {
  document.body.innerHTML = `<main><ul>
    <li><button data-name="one">One</button><button data-name="away">Away</button></li>
    <li><button data-name="two">Two</button></li></ul></main>`;
});

it('what was removed gives its focus to what is nearest', async () => {
  button('away').focus();
  button('away').remove();
  await frames();
  expect(here()).toBe('one');
});

it('what is pressed with keys gives it to nothing that letters are written in', async () => {
  document.querySelector('li')!.insertAdjacentHTML('afterbegin', '<input data-name="title" />');
  button('title').focus();
  button('away').focus();
  button('away').remove();
  await frames();
  expect(here()).toBe('one');
});

it('a field gives it to the field that is nearest', async () => {
  document
    .querySelector('li')!
    .insertAdjacentHTML('afterbegin', '<input data-name="title" /><input data-name="gone" />');
  button('gone').focus();
  button('gone').remove();
  await frames();
  expect(here()).toBe('title');
});

it('a dialog that was opened from a menu gives it to what opened the menu', async () => {
  button('two').focus();
  const menu = document.body.appendChild(document.createElement('div'));
  menu.innerHTML = '<button data-name="item">Formula</button>';
  button('item').focus();
  const dialog = document.body.appendChild(document.createElement('div'));
  dialog.innerHTML = '<button data-name="close">Close</button>';
  menu.remove();
  button('close').focus();
  dialog.remove();
  await frames();
  expect(here()).toBe('two');
});

it('where nothing is left it goes to the page itself', async () => {
  button('one').focus();
  document.querySelector('ul')!.remove();
  await frames();
  expect(here()).toBe('MAIN');
});

it('what puts the focus somewhere itself is left alone', async () => {
  button('away').focus();
  button('away').remove();
  button('two').focus();
  await frames();
  expect(here()).toBe('two');
});

it('a button that rests while it works has it again afterwards', async () => {
  const two = button('two') as HTMLButtonElement;
  two.focus();
  two.disabled = true;
  two.blur();
  await frames();
  two.disabled = false;
  await frames();
  expect(here()).toBe('two');
});

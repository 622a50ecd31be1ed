import { render } from '@testing-library/react';
import { useKeys } from './useKeys.ts';

function Screen({ onKey }: { readonly onKey: (key: string) => void }) {
  useKeys(Object.fromEntries(['r', 'ArrowLeft', ' ', 'Enter'].map((key) => [key, () => onKey(key)])));
  return (
    <>
      <input aria-label="typed" />
      <textarea aria-label="written" />
      <input type="checkbox" aria-label="switched" />
      <input type="radio" aria-label="chosen" />
      <button type="button" aria-label="pressed" />
    </>
  );
}

it.each([
  ['typed', []],
  ['written', []],
  ['switched', ['r', 'ArrowLeft']],
  ['chosen', ['r']],
  ['pressed', ['r', 'ArrowLeft']],
])('what is %s leaves the screen its keys, but those it needs itself', (label, left) => {
  const heard: string[] = [];
  const { getByLabelText } = render(<Screen onKey={(key) => heard.push(key)} />);
  for (const key of ['r', 'ArrowLeft', ' ', 'Enter'])
    getByLabelText(label).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  expect(heard).toEqual(left);
});

import { MantineProvider } from '@mantine/core';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { SearchSelect } from './SearchSelect.tsx';

afterEach(cleanup);
const shown = (names: readonly string[]) => (
  <MantineProvider env="test">
    <SearchSelect label="Another teacher" data={names.map((name) => ({ value: name, label: name }))} />
  </MantineProvider>
);
const options = () => screen.queryAllByRole('option').map(({ textContent }) => textContent);

it('what arrives after the last letter was typed is offered', () => {
  const { rerender } = render(shown([]));
  const field = screen.getByRole('combobox', { name: 'Another teacher' });
  act(() => field.focus());
  fireEvent.change(field, { target: { value: 'Jon' } });
  expect(options()).toEqual([]);
  expect(field.getAttribute('aria-expanded')).toBe('false');
  rerender(shown(['Jon Vale']));
  expect(options()).toEqual(['Jon Vale']);
  expect(field.getAttribute('aria-expanded')).toBe('true');
});

it('what arrives after somebody has left the field stays closed', () => {
  const { rerender } = render(shown([]));
  const field = screen.getByRole('combobox', { name: 'Another teacher' });
  act(() => field.focus());
  act(() => field.blur());
  rerender(shown(['Jon Vale']));
  expect(options()).toEqual([]);
});

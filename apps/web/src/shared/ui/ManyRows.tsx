import { Button } from '@mantine/core';
import { useState, type ReactNode } from 'react';

/** So many rows are drawn at a time, however many there are. */
const AT_A_TIME = 60;

/** A list of rows, which may be long: the first of them, and more when asked for. */
export function ManyRows<T>({
  rows,
  children,
}: {
  readonly rows: readonly T[];
  readonly children: (row: T) => ReactNode;
}) {
  const [shown, setShown] = useState(AT_A_TIME);
  const more = rows.length - shown;
  return (
    <>
      <ul className="ob-rows ob-card">{rows.slice(0, shown).map(children)}</ul>
      {more > 0 && (
        <Button variant="subtle" mt="xs" onClick={() => setShown((before) => before + AT_A_TIME)}>
          Show {Math.min(AT_A_TIME, more)} more of {more}
        </Button>
      )}
    </>
  );
}

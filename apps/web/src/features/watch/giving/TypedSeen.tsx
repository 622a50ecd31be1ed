import { Text } from '@mantine/core';
import { typedParts, type TypedPart } from '@oakbell/core/marking';
import { useDeferredValue, useMemo } from 'react';
import { drawnFormula } from '../../../kits/formula/index.ts';
import classes from './Giving.module.css';

/** What was typed with its formulas as they are drawn, where there are any; what is none stays as it was typed, and it is said why. */
export function TypedSeen({ text }: { readonly text: string }) {
  const typed = useDeferredValue(text);
  const parts = useMemo(() => typedParts(typed), [typed]);
  if (parts.every(({ kind }) => kind === 'words')) return null;
  return (
    <section aria-label="With its formulas">
      <Text size="sm" fw={600}>
        With its formulas
      </Text>
      <div className={classes.seen}>
        {parts.map((part, i) =>
          part.kind === 'words' ? <span key={i}>{part.text}</span> : <Seen key={i} {...part} />,
        )}
      </div>
    </section>
  );
}

function Seen({ latex, where, typed }: Extract<TypedPart, { kind: 'formula' }>) {
  const drawn = drawnFormula(latex, where);
  if ('html' in drawn) return <span dangerouslySetInnerHTML={{ __html: drawn.html }} />;
  return (
    <>
      {typed}
      <Text component="span" size="sm" c="dimmed">
        {' '}
        (stays as it is typed: {drawn.fault})
      </Text>
    </>
  );
}

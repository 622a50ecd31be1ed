import { Button, Text } from '@mantine/core';
import type { Api } from '../../../shared/api/index.ts';
import { exactText, saveText, schoolZone, sizeText } from '../../../shared/ui/index.ts';
import classes from './Giving.module.css';

type Receipt = Api['ReceiptDto'];

/** What arrived, each time that something was handed in, to the second: it can be saved as proof. */
export function Receipts({ title, handed }: { readonly title: string; readonly handed: Api['HandInDto'] }) {
  const [newest] = handed.receipts;
  if (!newest) return null;
  return (
    <details className={classes.receipts}>
      <summary>Receipt: arrived {exactText(newest.handedInAt)}</summary>
      <ol reversed start={newest.number}>
        {handed.receipts.map((one) => (
          <li key={one.number} value={one.number}>
            {exactText(one.handedInAt)}
            {one.late && ' · late'} · {whatArrived(one)}
          </li>
        ))}
      </ol>
      <Text size="sm" c="dimmed">
        What you hand in again takes the place of what was there; your teacher can see both.
      </Text>
      <Button
        variant="default"
        size="xs"
        mt="xs"
        onClick={() => saveText(`Receipt ${title}.txt`.replaceAll(/[/\\:*?"<>|]/g, ' '), receiptText(title, handed))}
      >
        Save the receipt
      </Button>
    </details>
  );
}

function whatArrived({ kind, files, letters }: Receipt): string {
  switch (kind) {
    case 'file':
      return files.map(({ name, bytes }) => (bytes === null ? name : `${name} (${sizeText(bytes)})`)).join(', ');
    case 'text':
      return `text, ${letters === 1 ? 'one letter' : `${letters} letters`}`;
    case 'worksheet':
      return 'the worksheet as it was written on';
    case 'spoken':
      return 'what was recorded';
  }
}

/** The receipt as a text that can be kept. */
export function receiptText(title: string, handed: Pick<Api['HandInDto'], 'id' | 'makers' | 'receipts'>): string {
  const lines = handed.receipts.map(
    (one) => `${one.number}. ${exactText(one.handedInAt)}${one.late ? ' (late)' : ''}: ${whatArrived(one)}`,
  );
  return [
    `Receipt for what was handed in: ${title}`,
    `By ${handed.makers}. Times of ${schoolZone()}.`,
    '',
    ...lines,
    '',
    `Number of this hand-in: ${handed.id}`,
    '',
  ].join('\n');
}

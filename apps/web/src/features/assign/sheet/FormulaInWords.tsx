import { Button, Modal, Text, Textarea } from '@mantine/core';
import { LONGEST_FORMULA } from '@oakbell/core/assigning';
import { useMemo, useState, type FormEvent } from 'react';
import { drawnFormula } from '../../../kits/formula/index.ts';
import { DialogFoot } from '../../../shared/ui/index.ts';

interface Props {
  readonly begin: string;
  readonly onClose: () => void;
  readonly onDone: (latex: string) => void;
}

/** A formula in LaTeX notation, seen as it is typed. */
export function FormulaInWords({ begin, onClose, onDone }: Props) {
  const [latex, setLatex] = useState(begin);
  const drawn = useMemo(() => drawnFormula(latex, 'inline'), [latex]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // The sheet around it is not to be sent.
    event.stopPropagation();
    onDone(latex.trim());
  };
  return (
    <Modal opened onClose={onClose} title="Formula">
      <form onSubmit={submit}>
        <Textarea
          data-autofocus
          label="In LaTeX notation"
          placeholder="v = \frac{s}{t}"
          maxLength={LONGEST_FORMULA}
          value={latex}
          onChange={({ currentTarget }) => setLatex(currentTarget.value)}
        />
        <Text mt="md" mih={32} aria-live="polite">
          {'html' in drawn ? <span dangerouslySetInnerHTML={{ __html: drawn.html }} /> : drawn.fault}
        </Text>
        <DialogFoot onClose={onClose}>
          <Button type="submit" disabled={latex.trim() === '' || !('html' in drawn)}>
            Put it there
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}

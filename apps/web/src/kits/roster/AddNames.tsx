import { Alert, Button, Modal, Text, Textarea } from '@mantine/core';
import { namesFault, namesIn, twinsAmong } from '@oakbell/core/people';
import { useState, type ReactNode } from 'react';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';

interface Props {
  readonly title: string;
  /** One of them, and several: `learner`, `learners`. */
  readonly noun: readonly [string, string];
  /** The names of those who are there already: whoever has one of them may be the same person. */
  readonly there?: readonly string[];
  /** Adds people of these names; refused with what went wrong. */
  readonly onAdd: (names: readonly string[]) => Promise<unknown>;
  readonly onClose: () => void;
  /** What else is chosen for them. */
  readonly children?: ReactNode;
}

/** People by name: typed, or pasted from a list. What was typed stays until they are in. */
export function AddNames({ title, noun: [one, several], there = [], onAdd, onClose, children }: Props) {
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const names = namesIn(text);
  const fault = namesFault(names);
  const twins = twinsAmong(names, there);
  const add = () => {
    setBusy(true);
    setFailure(null);
    onAdd(names)
      .then(onClose, setFailure)
      .finally(() => setBusy(false));
  };
  return (
    <Modal opened onClose={onClose} title={title} size="lg">
      <Textarea
        data-autofocus
        label="Names, one on each line"
        description="Type them, or paste a list. “Oriel, Tam” becomes Tam Oriel."
        autosize
        minRows={8}
        maxRows={16}
        value={text}
        error={fault}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      {children}
      <Text my="sm" role="status" c="dimmed">
        {names.length === 0
          ? 'Each gets a name to sign in with, and a first password.'
          : `${names.length} ${names.length === 1 ? one : several}, from ${names[0]} to ${names.at(-1)}.`}
      </Text>
      {twins.length > 0 && (
        <Alert role="status" my="sm" title="Here already?">
          <Text size="sm" c="inherit">
            {twins.slice(0, 5).join(', ')}
            {twins.length > 5 && ` and ${twins.length - 5} more`}: somebody of that name is there. Leave the line out,
            unless it is another person.
          </Text>
        </Alert>
      )}
      <ProblemNote failure={failure} />
      <DialogFoot onClose={onClose}>
        <Button loading={busy} disabled={names.length === 0 || fault !== null} onClick={add}>
          {names.length === 0 ? `Add ${several}` : `Add ${names.length} ${names.length === 1 ? one : several}`}
        </Button>
      </DialogFoot>
    </Modal>
  );
}

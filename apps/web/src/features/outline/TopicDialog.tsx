import { Button, Modal, Stack, TextInput } from '@mantine/core';
import { LONGEST_TOPIC } from '@oakbell/core/outline';
import { useState, type FormEvent } from 'react';
import type { Api } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';

interface Props {
  readonly said: Api['TopicDto'];
  readonly onSave: (day: string, facts: Api['TopicFactsDto']) => Promise<unknown>;
  readonly onClose: () => void;
}

/** What a class does on a day. */
export function TopicDialog({ said, onSave, onClose }: Props) {
  const [day, setDay] = useState(said.day);
  const [topic, setTopic] = useState(said.topic);
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const save = (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setFailure(null);
    onSave(day, { unitId: said.unitId, topic: topic.trim() })
      .then(onClose, setFailure)
      .finally(() => setBusy(false));
  };
  const isThere = said.topic !== '';
  return (
    <Modal opened onClose={onClose} title="What is done on a day">
      <form onSubmit={save}>
        <Stack gap="sm" mb="md">
          <TextInput
            label="Day"
            type="date"
            required
            readOnly={isThere}
            value={day}
            onChange={({ currentTarget }) => setDay(currentTarget.value)}
          />
          <TextInput
            data-autofocus
            label="What the class does"
            description={isThere ? 'Leave it empty to take it off the page.' : 'In a few words, for learners to find.'}
            maxLength={LONGEST_TOPIC}
            value={topic}
            onChange={({ currentTarget }) => setTopic(currentTarget.value)}
          />
          <ProblemNote failure={failure} />
        </Stack>
        <DialogFoot onClose={onClose}>
          <Button type="submit" loading={busy} disabled={day === '' || (!isThere && topic.trim() === '')}>
            Save
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}

import { Button, Checkbox, Modal, NativeSelect, Stack, Text } from '@mantine/core';
import { EXTRA_TIMES } from '@oakbell/core/people';
import { useState } from 'react';
import type { Api } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';

type Needs = Api['NeedsDto'];
const NOTHING: Needs = { captions: false, largerText: false, extraTime: 0 };
const more = (share: number): string => (share === 0 ? 'as the others' : `${share * 100} % more`);

/** What somebody needs, in a few words. */
export const needsText = ({ captions, largerText, extraTime }: Needs): string =>
  [
    ...(captions ? ['needs captions'] : []),
    ...(largerText ? ['larger text'] : []),
    ...(extraTime > 0 ? [`${extraTime * 100} % more time`] : []),
  ].join(' · ');

interface Props {
  readonly person: Api['ClassLearnerDto'];
  readonly onSave: (needs: Needs) => Promise<unknown>;
  readonly onClose: () => void;
}

/** What a learner needs; only those who teach them see it. */
export function NeedsDialog({ person, onSave, onClose }: Props) {
  const [needs, setNeeds] = useState(person.needs ?? NOTHING);
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const save = () => {
    setBusy(true);
    setFailure(null);
    onSave(needs)
      .then(onClose, setFailure)
      .finally(() => setBusy(false));
  };
  return (
    <Modal opened onClose={onClose} title={`What ${person.name} needs`}>
      <Stack>
        <Text size="sm">Only those who teach {person.name} see this. Classmates and the keeper do not.</Text>
        <Checkbox
          data-autofocus
          label="Captions"
          description="They stand under each page from the beginning. What you say on their work waits until it is typed."
          checked={needs.captions}
          onChange={({ currentTarget: { checked } }) => setNeeds((now) => ({ ...now, captions: checked }))}
        />
        <Checkbox
          label="Larger text"
          description="Letters are larger for them until they choose a size themselves."
          checked={needs.largerText}
          onChange={({ currentTarget: { checked } }) => setNeeds((now) => ({ ...now, largerText: checked }))}
        />
        <NativeSelect
          label="Time for work"
          value={needs.extraTime}
          onChange={({ currentTarget: { value } }) => setNeeds((now) => ({ ...now, extraTime: Number(value) }))}
          data={EXTRA_TIMES.map((share) => ({ value: `${share}`, label: more(share) }))}
        />
      </Stack>
      <ProblemNote failure={failure} />
      <DialogFoot onClose={onClose}>
        <Button loading={busy} onClick={save}>
          Save
        </Button>
      </DialogFoot>
    </Modal>
  );
}

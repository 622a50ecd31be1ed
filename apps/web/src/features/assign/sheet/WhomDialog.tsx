import { Button, Checkbox, Modal, Radio, ScrollArea, Stack, Text } from '@mantine/core';
import { plainWhom, whoHas, WHOLE_CLASS, type ClassMembers, type Whom } from '@oakbell/core/assigning';
import { useState } from 'react';
import { DialogFoot } from '../../../shared/ui/index.ts';

interface Props {
  readonly name: string;
  readonly whom: Whom;
  readonly members: ClassMembers;
  readonly onClose: () => void;
  readonly onDone: (whom: Whom) => void;
}
type Way = 'all' | 'but' | 'some';
const wayOf = (whom: Whom): Way => (!whom.all ? 'some' : whom.but.length > 0 ? 'but' : 'all');

/** Who of a class has it: all, all but some, or some of its groups and learners. */
export function WhomDialog({ name, whom, members, onClose, onDone }: Props) {
  const [way, setWay] = useState<Way>(wayOf(whom));
  const [but, setBut] = useState<string[]>([...whom.but]);
  const [groups, setGroups] = useState<string[]>([...whom.groups]);
  const [learners, setLearners] = useState<string[]>([...whom.learners]);
  const chosen =
    way === 'all'
      ? WHOLE_CLASS
      : way === 'but'
        ? plainWhom({ ...WHOLE_CLASS, but })
        : plainWhom({ all: false, groups, learners, but: whom.all ? [] : whom.but });
  const count = whoHas(chosen, members).length;
  return (
    <Modal opened onClose={onClose} title={`Who of ${name} has it`}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          // The sheet around it is not to be sent.
          event.stopPropagation();
          onDone(chosen);
        }}
      >
        <Radio.Group label="Who" value={way} onChange={(value) => setWay(value as Way)} mb="md">
          <Stack gap="xs" mt={4}>
            <Radio value="all" label="All of the class" data-autofocus />
            <Radio value="but" label="All but some" />
            <Radio value="some" label="Some groups and learners" />
          </Stack>
        </Radio.Group>
        <ScrollArea.Autosize mah="40vh" viewportProps={{ tabIndex: 0, 'aria-label': 'Groups and learners' }}>
          {way === 'some' && members.groups.length > 0 && (
            <Checkbox.Group label="Groups" value={groups} onChange={setGroups} mb="md">
              <Stack gap="xs" mt={4}>
                {members.groups.map((one) => (
                  <Checkbox key={one.id} value={one.id} label={<bdi>{one.name}</bdi>} />
                ))}
              </Stack>
            </Checkbox.Group>
          )}
          {way !== 'all' && (
            <Checkbox.Group
              label={way === 'but' ? 'Without' : 'Learners'}
              value={way === 'but' ? but : learners}
              onChange={way === 'but' ? setBut : setLearners}
            >
              <Stack gap="xs" mt={4}>
                {members.learners.map((one) => (
                  <Checkbox key={one.id} value={one.id} label={<bdi>{one.name}</bdi>} />
                ))}
              </Stack>
            </Checkbox.Group>
          )}
        </ScrollArea.Autosize>
        <Text mt="md" aria-live="polite">
          {count === 0 ? 'Nobody has it yet.' : `${count} of ${members.learners.length} have it.`}
        </Text>
        <DialogFoot onClose={onClose}>
          <Button type="submit" disabled={count === 0 && members.learners.length > 0}>
            That is who
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}

import { Button, Checkbox, Group as Line, Modal, ScrollArea, Stack, Text, TextInput, Title } from '@mantine/core';
import { LONGEST_GROUP, MOST_GROUPS } from '@oakbell/core/people';
import { useState, type FormEvent } from 'react';
import type { Api } from '../../shared/api/index.ts';
import { DialogFoot, offerUndo, ProblemNote } from '../../shared/ui/index.ts';
import type { useClass } from './useClassActs.ts';

type Whole = Api['ClassWithPeopleDto'];
type Group = Api['GroupDto'];
type Acts = ReturnType<typeof useClass>;

/** The groups of a class, each with its members. */
export function Groups({ whole, acts }: { readonly whole: Whole; readonly acts: Acts }) {
  const [open, setOpen] = useState<Group | 'new' | null>(null);
  return (
    <section aria-label="Groups">
      <Line justify="space-between" mt="xl" mb="xs">
        <Title order={2}>Groups</Title>
        {whole.groups.length < MOST_GROUPS && (
          <Button variant="subtle" onClick={() => setOpen('new')}>
            Make a group
          </Button>
        )}
      </Line>
      {whole.groups.length === 0 ? (
        <Text c="dimmed">None yet. A group is some learners of this class under one name.</Text>
      ) : (
        <ul className="ob-rows ob-card">
          {whole.groups.map((group) => (
            <li key={group.id} className="ob-row">
              <div className="ob-row-main">
                <bdi>{group.name}</bdi>
                <Text size="sm" c="dimmed">
                  {group.members.length === 0
                    ? 'nobody yet'
                    : whole.roster.flatMap(({ id, name }) => (group.members.includes(id) ? name : [])).join(', ')}
                </Text>
              </div>
              <Button
                size="sm"
                variant="default"
                aria-label={`Change the group ${group.name}`}
                onClick={() => setOpen(group)}
              >
                Change
              </Button>
            </li>
          ))}
        </ul>
      )}
      {open && (
        <GroupDialog group={open === 'new' ? null : open} whole={whole} acts={acts} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

interface Props {
  /** Null for a new one. */
  readonly group: Group | null;
  readonly whole: Whole;
  readonly acts: Acts;
  readonly onClose: () => void;
}

function GroupDialog({ group, whole, acts, onClose }: Props) {
  const [name, setName] = useState(group?.name ?? '');
  const [members, setMembers] = useState<string[]>(group?.members ?? []);
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const does = (act: Promise<unknown>, then?: () => void) => {
    setBusy(true);
    setFailure(null);
    act
      .then(() => {
        onClose();
        then?.();
      }, setFailure)
      .finally(() => setBusy(false));
  };
  const save = (event: FormEvent) => {
    event.preventDefault();
    const facts = { name: name.trim(), members };
    does(group ? acts.changeGroup(group.id, facts) : acts.addGroup(facts));
  };
  const remove = (gone: Group) =>
    does(acts.removeGroup(gone.id), () =>
      offerUndo(`${gone.name} is no longer a group. Its learners stay in the class.`, () =>
        acts.addGroup({ name: gone.name, members: gone.members }),
      ),
    );
  return (
    <Modal opened onClose={onClose} title={group ? `The group ${group.name}` : 'A new group'}>
      <form onSubmit={save}>
        <TextInput
          data-autofocus
          label="Name"
          maxLength={LONGEST_GROUP}
          value={name}
          onChange={({ currentTarget }) => setName(currentTarget.value)}
          mb="md"
        />
        <ScrollArea.Autosize mah="40vh" mb="md" viewportProps={{ tabIndex: 0, 'aria-label': 'Learners of the class' }}>
          <Checkbox.Group label="Who is in it" value={members} onChange={setMembers}>
            <Stack gap="xs" mt={4}>
              {whole.roster.map((one) => (
                <Checkbox key={one.id} value={one.id} label={<bdi>{one.name}</bdi>} />
              ))}
            </Stack>
          </Checkbox.Group>
        </ScrollArea.Autosize>
        <ProblemNote failure={failure} />
        <DialogFoot onClose={onClose}>
          {group && (
            <Button variant="default" disabled={busy} onClick={() => remove(group)}>
              Remove the group
            </Button>
          )}
          <Button type="submit" loading={busy} disabled={name.trim() === ''}>
            {group ? 'Save' : 'Make the group'}
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}

import { Button, CopyButton, Group, Modal, Text } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote, Show } from '../../shared/ui/index.ts';

interface Props {
  readonly person: { readonly id: string; readonly name: string; readonly signInName: string };
  /** Once a new one was given. */
  readonly onGiven: () => unknown;
  readonly onClose: () => void;
}

/** The first password of somebody who has not chosen one yet; or a new one for whoever has forgotten theirs. */
export function FirstPasswordDialog({ person, onGiven, onClose }: Props) {
  const queries = useQueryClient();
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const path = { params: { path: { id: person.id } } };
  const key = ['first-password', person.id];
  const first = useQuery({ queryKey: key, queryFn: () => call(client.GET('/api/people/{id}/first-password', path)) });
  const give = () => {
    setBusy(true);
    setFailure(null);
    call(client.POST('/api/people/{id}/first-password', path))
      .then(async () => {
        await queries.invalidateQueries({ queryKey: key });
        await onGiven();
      }, setFailure)
      .finally(() => setBusy(false));
  };
  return (
    <Modal opened onClose={onClose} title={`Let ${person.name} in`}>
      <Show of={first} what="Looking for a first password">
        {({ password }) =>
          password === null ? (
            <>
              <Text>
                <bdi>{person.name}</bdi> has chosen a password. A new first password takes its place, and they are
                signed out everywhere.
              </Text>
              <ProblemNote failure={failure} />
              <DialogFoot onClose={onClose}>
                <Button data-autofocus loading={busy} onClick={give}>
                  Give a new first password
                </Button>
              </DialogFoot>
            </>
          ) : (
            <>
              <Text>
                Give this to <bdi>{person.name}</bdi>. They choose their own password when they sign in.
              </Text>
              <dl className="ob-card" style={{ padding: 16, margin: '16px 0' }}>
                <Text component="dt" size="sm" c="dimmed">
                  Sign in as
                </Text>
                <Text component="dd" ml={0} mb="sm" fw={700}>
                  {person.signInName}
                </Text>
                <Text component="dt" size="sm" c="dimmed">
                  First password
                </Text>
                <Text component="dd" ml={0} fw={700}>
                  <span role="status">{password}</span>
                </Text>
              </dl>
              <Group>
                <CopyButton value={password}>
                  {({ copied, copy }) => <Button onClick={copy}>{copied ? 'Copied' : 'Copy the password'}</Button>}
                </CopyButton>
                <Button variant="subtle" color="oak" onClick={onClose}>
                  Close
                </Button>
              </Group>
            </>
          )
        }
      </Show>
    </Modal>
  );
}

import { Button, Group, Modal, Stack, Text, Title } from '@mantine/core';
import { joinCodeText } from '@oakbell/core/people';
import { useEffect, useState } from 'react';
import type { Api } from '../../shared/api/index.ts';
import { ProblemNote, whenText } from '../../shared/ui/index.ts';
import classes from './Classes.module.css';

interface Props {
  readonly whole: Api['ClassWithPeopleDto'];
  readonly onOpen: () => Promise<unknown>;
  readonly onCloseCode: () => Promise<unknown>;
  readonly onClose: () => void;
}

/** The code by which learners ask to join: to be read aloud, put on the board, or photographed. */
export function JoinCode({ whole, onOpen, onCloseCode, onClose }: Props) {
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const does = (act: () => Promise<unknown>) => () => {
    setBusy(true);
    setFailure(null);
    act()
      .catch(setFailure)
      .finally(() => setBusy(false));
  };
  const code = whole.joinCode;
  return (
    <Modal opened onClose={onClose} title={`Join code of ${whole.name}`}>
      {code === null ? (
        <Stack>
          <Text>
            With a code, learners of the school ask to join this class by themselves. Nobody is in before a teacher says
            yes.
          </Text>
          <Group justify="flex-end">
            <Button data-autofocus loading={busy} onClick={does(onOpen)}>
              Make a code
            </Button>
          </Group>
        </Stack>
      ) : (
        <Stack align="center">
          <Title order={2} className={classes.code}>
            {joinCodeText(code.code)}
          </Title>
          <Picture code={code.code} />
          <Text size="sm" ta="center">
            Learners sign in and choose “Join a class”. The code can be used until {whenText(code.until)}.
          </Text>
          <Group>
            <Button variant="default" loading={busy} onClick={does(onOpen)}>
              Another code
            </Button>
            <Button variant="default" loading={busy} onClick={does(onCloseCode)}>
              Close it
            </Button>
          </Group>
        </Stack>
      )}
      <ProblemNote failure={failure} />
    </Modal>
  );
}

const SIDE = 220;

/** The same for a camera: it leads to the place where the code is typed. */
function Picture({ code }: { readonly code: string }) {
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    const address = `${location.origin}/desk?join=${code}`;
    void import('qrcode').then(({ toDataURL }) => toDataURL(address, { margin: 1, width: SIDE }).then(setPicture));
  }, [code]);
  return picture && <img src={picture} alt="The same code for a camera" width={SIDE} height={SIDE} />;
}

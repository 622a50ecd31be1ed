import { Button, Group, Loader, Stack, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { clockText, ProblemNote } from '../../../shared/ui/index.ts';
import classes from '../room/Room.module.css';
import type { CompanionView } from './companionHost.ts';
import type { CompanionRoom } from './useCompanion.ts';

function wordsFor(view: CompanionView | null): string {
  const asking = view?.devices.filter((device) => device.standing === 'asking').length ?? 0;
  const here = view?.devices.filter((device) => device.standing === 'in' && device.here).length ?? 0;
  if (asking > 0) return asking === 1 ? 'A device asks: is it yours?' : `${asking} devices ask: are they yours?`;
  return here > 0 ? `${here} ${here === 1 ? 'device writes' : 'devices write'} along` : 'Waiting for a device';
}

/** A tablet or phone as the pen: its code, its picture code, and whether it is here. */
export function Companion({ room, view, opening, failure, open, letIn, cutOff }: CompanionRoom) {
  const [picture, setPicture] = useState<string | null>(null);
  const address = room ? `${location.origin}/companion?code=${room.code}` : '';
  useEffect(() => {
    if (address === '') return;
    void import('qrcode').then(({ toDataURL }) => toDataURL(address, { margin: 1, width: 220 }).then(setPicture));
  }, [address]);
  if (!room) {
    return (
      <Stack gap="sm">
        <Text size="sm">
          A tablet or phone on the school’s network can write on the page that is up. It needs no account, only a code.
        </Text>
        <Button loading={opening} onClick={open}>
          Show a code
        </Button>
        <ProblemNote failure={failure} />
      </Stack>
    );
  }
  return (
    <Stack gap="sm" align="center">
      <Text size="sm" role="status">
        {wordsFor(view)}
      </Text>
      {view && view.devices.length > 0 && (
        <ul className={classes.devices} aria-label="Devices">
          {view.devices.map((device) => (
            <li key={device.name} data-standing={device.standing}>
              <Text size="sm">
                Device {device.name}, {device.words},
                {device.standing === 'asking' ? ' asks to write' : device.here ? ' writes along' : ' lost its line'}
              </Text>
              <Group gap={4} wrap="nowrap">
                {device.standing === 'asking' && (
                  <Button size="compact-sm" onClick={() => letIn(device.name)}>
                    Let in
                  </Button>
                )}
                <Button size="compact-sm" variant="default" onClick={() => cutOff(device.name)}>
                  {device.standing === 'asking' ? 'Refuse' : 'Cut off'}
                </Button>
              </Group>
            </li>
          ))}
        </ul>
      )}
      {picture ? (
        <img src={picture} alt="" width={220} height={220} className={classes.qr} />
      ) : (
        <Loader size="sm" aria-label="Drawing the picture code" />
      )}
      <Text size="sm">Point its camera at this, or open</Text>
      <Text fw={600}>{location.host}/companion</Text>
      <Text className={classes.companionCode} role="img" aria-label={`Code ${[...room.code].join(' ')}`}>
        {room.code}
      </Text>
      <Group gap="xs">
        <Text size="sm" c="dimmed">
          New devices can join until {clockText(new Date(room.expiresAt))}
        </Text>
        <Button size="compact-sm" variant="default" onClick={open}>
          New code
        </Button>
      </Group>
    </Stack>
  );
}

import { Button, Group, Loader, Stack, Text } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { TrayPen } from '@oakbell/core/log';
import { call, client } from '../../shared/api/index.ts';
import { clockText, ProblemNote } from '../../shared/ui/index.ts';
import { CompanionHost, type CompanionView } from './companionHost.ts';
import type { RoomPage } from './roomProps.ts';
import classes from './Room.module.css';
import type { TakeRecorder } from './takeRecorder.ts';

interface Props {
  readonly lessonId: string;
  readonly recorder: TakeRecorder;
  readonly pages: readonly RoomPage[];
  readonly pens: readonly TrayPen[];
  readonly onPainted: (what: 'live' | 'page') => void;
  readonly onView: (view: CompanionView | null) => void;
}

/** A tablet or phone as the pen: its code, its picture code, and whether it is here. */
export function Companion({ lessonId, recorder, pages, pens, onPainted, onView }: Props) {
  const [view, setView] = useState<CompanionView | null>(null);
  const [picture, setPicture] = useState<string | null>(null);
  const now = useRef({ pages, pens, onPainted, onView });
  useEffect(() => {
    now.current = { pages, pens, onPainted, onView };
  });
  const open = useMutation({
    mutationFn: () => call(client.POST('/api/lessons/{id}/companion-room', { params: { path: { id: lessonId } } })),
  });
  const room = open.data;
  useEffect(() => {
    if (!room) return;
    const host = new CompanionHost(room.id, {
      recorder,
      pageNamed: (id) => now.current.pages.find(({ page }) => page.id === id),
      pens: () => now.current.pens,
      painted: (what) => now.current.onPainted(what),
      viewed: (next) => {
        setView(next);
        now.current.onView(next);
      },
    });
    return () => {
      host.close();
      now.current.onView(null);
    };
  }, [room, recorder]);
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
        <Button loading={open.isPending} onClick={() => open.mutate()}>
          Show a code
        </Button>
        <ProblemNote failure={open.error} />
      </Stack>
    );
  }
  return (
    <Stack gap="sm" align="center">
      <Text size="sm" role="status">
        {view && view.here > 0
          ? `${view.here} ${view.here === 1 ? 'device writes' : 'devices write'} along`
          : 'Waiting for a device'}
        {view && view.lost > 0 ? `, ${view.lost} lost its line and is coming back` : ''}
      </Text>
      {picture ? <img src={picture} alt="" width={220} height={220} className={classes.qr} /> : <Loader size="sm" />}
      <Text size="sm">Point its camera at this, or open</Text>
      <Text fw={600}>{location.host}/companion</Text>
      <Text className={classes.companionCode} aria-label={`Code ${[...room.code].join(' ')}`}>
        {room.code}
      </Text>
      <Group gap="xs">
        <Text size="sm" c="dimmed">
          New devices can join until {clockText(new Date(room.expiresAt))}
        </Text>
        <Button size="compact-sm" variant="default" onClick={() => open.mutate()}>
          New code
        </Button>
      </Group>
    </Stack>
  );
}

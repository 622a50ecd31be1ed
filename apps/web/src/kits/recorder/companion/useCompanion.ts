import type { TrayPen } from '@oakbell/core/log';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { call, client, type Api } from '../../../shared/api/index.ts';
import { CompanionHost, type CompanionView } from './companionHost.ts';
import type { RoomPage } from './roomPage.ts';
import type { TakeRecorder } from '../capture/index.ts';

interface Room {
  readonly lessonId: string;
  readonly recorder: TakeRecorder;
  readonly pages: readonly RoomPage[];
  readonly pens: readonly TrayPen[];
  /** Ink that only moves has come. */
  readonly onLive: () => void;
}
export interface CompanionRoom {
  readonly room: Api['CompanionRoomDto'] | null;
  readonly view: CompanionView | null;
  readonly opening: boolean;
  readonly failure: unknown;
  /** Opens the room to devices, or asks for a new code. */
  readonly open: () => void;
  /** The teacher's yes and no for a device, by its name. */
  readonly letIn: (name: string) => void;
  readonly cutOff: (name: string) => void;
}

/** The devices that write along, for as long as the room is there. */
export function useCompanion({ lessonId, recorder, pages, pens, onLive }: Room): CompanionRoom {
  const [view, setView] = useState<CompanionView | null>(null);
  const now = useRef({ pages, pens, onLive });
  useEffect(() => {
    now.current = { pages, pens, onLive };
  });
  const open = useMutation({
    mutationFn: (there: string | undefined) =>
      call(
        client.POST('/api/lessons/{id}/companion-room', {
          params: { path: { id: lessonId } },
          body: there ? { room: there } : {},
        }),
      ),
  });
  const last = open.data;
  const [room, setRoom] = useState<Api['CompanionRoomDto'] | null>(null);
  useEffect(() => {
    if (last) setRoom(last);
  }, [last]);
  const id = room?.id;
  const host = useRef<CompanionHost | null>(null);
  useEffect(() => {
    if (!id) return;
    const made = new CompanionHost(id, {
      recorder,
      pageNamed: (page) => now.current.pages.find((one) => one.page.id === page),
      pens: () => now.current.pens,
      painted: (what) => what === 'live' && now.current.onLive(),
      viewed: setView,
    });
    host.current = made;
    return () => {
      host.current = null;
      made.close();
      setView(null);
    };
  }, [id, recorder]);
  return {
    room,
    view,
    opening: open.isPending,
    failure: open.error,
    open: () => open.mutate(id),
    letIn: (name) => host.current?.letIn(name),
    cutOff: (name) => host.current?.cutOff(name),
  };
}

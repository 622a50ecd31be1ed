import { Alert, Button, Group, Modal, Stack, Text } from '@mantine/core';
import { IconAppWindow } from '@tabler/icons-react';
import { useState } from 'react';
import { DialogFoot } from '../../../shared/ui/index.ts';
import { type Area, AreaChoice, LiveVideo, WHOLE } from '../camera/index.ts';
import type { TakeFilms } from '../capture/index.ts';
import { areaOf, pickWindow, WINDOW_WORDS, type WindowFault } from './liveWindow.ts';
import classes from './Window.module.css';

interface Props {
  readonly films: TakeFilms;
  readonly page: string;
  /** A window is shown on this page now. */
  readonly isShared: boolean;
}

/** What stands on a page for a live window: choose one, or change it. */
export function WindowOnPage({ films, page, isShared }: Props) {
  const [picked, setPicked] = useState<MediaStream | null>(null);
  const [fault, setFault] = useState<WindowFault | null>(null);
  const choose = async () => {
    const opened = await pickWindow();
    setFault(opened.ok ? null : opened.reason);
    if (opened.ok) setPicked(opened.stream);
  };
  const drop = () => {
    for (const track of picked?.getTracks() ?? []) track.stop();
    setPicked(null);
  };
  return (
    <>
      {isShared ? (
        <Group className={classes.bar} gap="xs">
          <Button size="compact-md" variant="default" onClick={() => void choose()}>
            Another window or area
          </Button>
          <Button size="compact-md" variant="default" onClick={() => void films.stopSharing()}>
            Stop sharing
          </Button>
        </Group>
      ) : (
        <Stack className={classes.empty} align="center" gap="sm">
          <IconAppWindow size={48} aria-hidden />
          <Text>This page shows another window or tab of yours. You choose which, and only the part you mean.</Text>
          {fault && <Alert role="alert">{WINDOW_WORDS[fault]}</Alert>}
          <Button onClick={() => void choose()}>Choose a window</Button>
        </Stack>
      )}
      {picked && (
        <ChooseArea
          stream={picked}
          onClose={drop}
          onArea={(area) => {
            void films.share(page, areaOf(picked, area));
            setPicked(null);
          }}
        />
      )}
    </>
  );
}

interface AreaProps {
  readonly stream: MediaStream;
  readonly onArea: (area: Area) => void;
  readonly onClose: () => void;
}

/** Nothing is recorded until the area is chosen, and never anything outside of it. */
function ChooseArea({ stream, onArea, onClose }: AreaProps) {
  const [area, setArea] = useState<Area>(WHOLE);
  return (
    <Modal opened onClose={onClose} size="xl" title="Which part of the window?">
      <Stack>
        <AreaChoice area={area} onArea={setArea}>
          <LiveVideo stream={stream} aria-label="The window you chose" />
        </AreaChoice>
        <Text size="sm" c="dimmed">
          Only what lies in the frame is recorded, and only while this page is up.
        </Text>
        <DialogFoot onClose={onClose}>
          <Button onClick={() => onArea(area)}>Show this part</Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

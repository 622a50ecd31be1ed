import { Button, FileButton, Group, Stack, Text, Textarea } from '@mantine/core';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { IconCamera, IconMicrophone, IconPencil } from '@tabler/icons-react';
import { useQueryClient } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import { Link } from 'react-router';
import { call, client, sendFiles, useSending, type Api } from '../../../shared/api/index.ts';
import { dueText, later, ProblemNote, Waiting } from '../../../shared/ui/index.ts';
import { handInKey } from '../handInKey.ts';
import { isTooLarge, withFiles, type Chosen } from './chosen.ts';
import { SendingNote } from './SendingNote.tsx';
import { useDraft } from './useDraft.ts';

/** Asked for by who has chosen something. */
const ChosenFiles = later(async () => (await import('./ChosenFiles.tsx')).ChosenFiles);
/** Asked for by who photographs, and by nobody else. */
const Scanner = later(async () => (await import('../../../kits/scanner/index.ts')).Scanner);
/** Asked for by who types what may be a formula. */
const TypedSeen = later(async () => (await import('./TypedSeen.tsx')).TypedSeen);
const hasCamera = (): boolean => 'mediaDevices' in navigator && typeof OffscreenCanvas !== 'undefined';

interface Props {
  readonly item: Api['DeskItemDto'];
  readonly before: Api['HandInDto'] | null;
  readonly onDone: () => void;
}

/** Hands in files, put in order first, or typed text, which is kept until then. */
export function Giving({ item, before, onDone }: Props) {
  const { assignmentId: id, answerLimitMs, makers, dueAt, worksheet } = item;
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<readonly Chosen[]>([]);
  const [scanning, setScanning] = useState(false);
  const draft = useDraft(id, before?.text ?? '');
  const { send, sending, failure, cancel } = useSending();
  const now = new Date();
  const isLate = new Date(dueAt) < now;

  const arrived = (handed: Api['HandInDto'] | null) => {
    if (!handed) return;
    queries.setQueryData(handInKey(id), handed);
    void queries.invalidateQueries({ queryKey: ['desk'] });
    void queries.invalidateQueries({ queryKey: handInKey(id) });
    setChosen([]);
    onDone();
  };
  const sendText = async () => {
    const body = { text: draft.text };
    const path = { id };
    const handed = await send(({ header, signal }) =>
      call(client.PUT('/api/assignments/{id}/hand-in/text', { params: { path, header }, body, signal })),
    );
    if (handed) draft.forget();
    arrived(handed);
  };
  const sendChosen = async () =>
    arrived(
      await send(async (way) =>
        sendFiles<Api['HandInDto']>(
          'PUT',
          `/api/assignments/${id}/hand-in/files`,
          await (await import('./ChosenFiles.tsx')).turnedFiles(chosen),
          way,
        ),
      ),
    );
  const busy = sending !== null;
  return (
    <Stack gap="sm">
      {before && before.state !== 'removed' && (
        <Text c="dimmed">What you handed in stays until the new one has arrived.</Text>
      )}
      {isLate && <Text fw={600}>This {dueText(dueAt, now)}. What you hand in now is marked as late.</Text>}
      {worksheet !== 'none' && (
        <Group>
          <Button component={Link} to={`/worksheet/${id}`} leftSection={<IconPencil size={20} aria-hidden />}>
            {worksheet === 'begun' ? 'Go on with the worksheet' : 'Write on the worksheet'}
          </Button>
          <Text size="sm" c="dimmed">
            Saved as you write; you hand it in there.
          </Text>
        </Group>
      )}
      {answerLimitMs !== null && (
        <Group>
          <Button
            component={Link}
            to={`/answer/${id}`}
            variant={worksheet === 'none' ? 'filled' : 'default'}
            leftSection={<IconMicrophone size={20} aria-hidden />}
          >
            {makers === null ? 'Record your answer' : 'Make your small lesson'}
          </Button>
          <Text size="sm" c="dimmed">
            Up to {timeText(fromMillis(answerLimitMs))}
            {makers !== null && makers > 1 ? ', alone or with a classmate' : ''}. You can record it again until you hand
            it in.
          </Text>
        </Group>
      )}
      {chosen.length > 0 && (
        <Suspense fallback={<Waiting what="Looking at what you chose" />}>
          <ChosenFiles chosen={chosen} onChange={setChosen} busy={busy} />
        </Suspense>
      )}
      <Group>
        {chosen.length > 0 && (
          <Button onClick={() => void sendChosen()} disabled={busy || chosen.some(isTooLarge)}>
            Hand in {chosen.length === 1 ? 'this file' : `these ${chosen.length} files`}
          </Button>
        )}
        <FileButton
          onChange={(files) => setChosen((there) => withFiles(there, files))}
          multiple
          inputProps={{ 'aria-label': 'Files to hand in' }}
        >
          {(props) => (
            <Button
              {...props}
              disabled={busy}
              variant={answerLimitMs === null && worksheet === 'none' && chosen.length === 0 ? 'filled' : 'default'}
            >
              {chosen.length > 0 ? 'Add more' : 'Choose files, photos or films'}
            </Button>
          )}
        </FileButton>
        {hasCamera() && (
          <Button
            variant="default"
            leftSection={<IconCamera size={20} aria-hidden />}
            disabled={busy}
            onClick={() => setScanning(true)}
          >
            Photograph sheets
          </Button>
        )}
        {before && before.state !== 'removed' && (
          <Button variant="subtle" color="oak" onClick={onDone} disabled={busy}>
            Keep what is there
          </Button>
        )}
      </Group>
      <Textarea
        label="Or type it, or put in a link"
        description={
          draft.isKept
            ? 'Formulas stand between dollar signs: $x^2$'
            : 'This browser has no room left to keep what you type. Hand it in soon.'
        }
        autosize
        minRows={4}
        maxRows={16}
        maxLength={40_000}
        value={draft.text}
        onChange={(event) => draft.setText(event.currentTarget.value)}
      />
      {draft.text.includes('$') && (
        <Suspense fallback={null}>
          <TypedSeen text={draft.text} />
        </Suspense>
      )}
      <Button
        variant="light"
        disabled={draft.text.trim() === '' || busy}
        onClick={() => void sendText()}
        style={{ alignSelf: 'flex-start' }}
      >
        Hand in the text
      </Button>
      {scanning && (
        <Suspense fallback={<Waiting what="Opening the camera" />}>
          <Scanner
            after={chosen.length}
            onClose={() => setScanning(false)}
            onDone={(files) => {
              setChosen((there) => withFiles(there, files));
              setScanning(false);
            }}
          />
        </Suspense>
      )}
      {sending && <SendingNote sending={sending} onCancel={cancel} />}
      <ProblemNote failure={failure} />
    </Stack>
  );
}

import { Button, Group, Progress, Stack, Text } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import '@mantine/dropzone/styles.layer.css';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { lessonKey, sendFiles, type Lesson } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** Takes a PDF or pictures. What a file really is, the server finds out; every refusal comes back in words. */
export function DropPages({ lesson, large = false }: { readonly lesson: Lesson; readonly large?: boolean }) {
  const queries = useQueryClient();
  const [share, setShare] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const stop = useRef<AbortController | null>(null);
  const send = async (files: readonly File[]) => {
    setFailure(null);
    setShare(0);
    stop.current = new AbortController();
    try {
      await sendFiles('POST', `/api/lessons/${lesson.id}/imports`, files, {
        onProgress: setShare,
        signal: stop.current.signal,
      });
    } catch (problem) {
      setFailure(problem);
    } finally {
      setShare(null);
      await queries.invalidateQueries({ queryKey: lessonKey(lesson.id) });
    }
  };
  return (
    <Stack gap="xs">
      {share === null ? (
        <Dropzone
          onDrop={(files) => void send(files)}
          inputProps={{ 'aria-label': 'Add a PDF or pictures' }}
          p={large ? 'xl' : 'sm'}
          radius={6}
        >
          <Text fw={600} ta="center">
            {large ? 'Drop a PDF or pictures here' : 'Drop more pages here'}
          </Text>
          <Text size="sm" c="dimmed" ta="center">
            {large ? 'or press to choose. PDF, PNG, JPEG, WebP; up to 200 pages and 100 MB.' : 'PDF or pictures'}
          </Text>
        </Dropzone>
      ) : (
        <Group role="status" wrap="nowrap">
          <div style={{ flex: 1 }}>
            <Text size="sm">Sending: {Math.round(share * 100)} %</Text>
            <Progress value={share * 100} aria-label="Sent" />
          </div>
          <Button size="compact-sm" variant="default" onClick={() => stop.current?.abort()}>
            Cancel
          </Button>
        </Group>
      )}
      <ProblemNote failure={failure} />
    </Stack>
  );
}

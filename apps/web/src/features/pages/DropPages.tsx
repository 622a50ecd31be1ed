import { Button, Group, Progress, Stack, Text } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import '@mantine/dropzone/styles.layer.css';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { call, client, lessonKey, type Lesson } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { PickPages, type Picked } from './PickPages.tsx';
import { bringFiles, type Upload } from './uploads.ts';

/** Takes a PDF, slides or pictures. What a file really is, the server finds out; every refusal comes back in words. */
export function DropPages({ lesson, large = false }: { readonly lesson: Lesson; readonly large?: boolean }) {
  const queries = useQueryClient();
  const [share, setShare] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [picking, setPicking] = useState<readonly Upload[] | null>(null);
  const stop = useRef<AbortController | null>(null);
  const add = useMutation({
    mutationFn: (picked: Picked) =>
      call(
        client.POST('/api/lessons/{id}/picked-pages', {
          params: { path: { id: lesson.id } },
          body: { picked: picked.map((one) => ({ ...one, pages: [...one.pages] })) },
        }),
      ),
    onSuccess: () => setPicking(null),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  const send = async (files: readonly File[]) => {
    setFailure(null);
    setShare(0);
    stop.current = new AbortController();
    try {
      const uploads = await bringFiles(lesson.id, files, { onProgress: setShare, signal: stop.current.signal });
      // Pictures and clips have nothing to pick from: they become pages at once.
      if (uploads.every((upload) => upload.pages === 1 && upload.kind !== 'slides')) {
        await add.mutateAsync(uploads.map((upload) => ({ upload: upload.id, pages: [1] })));
      } else setPicking(uploads);
    } catch (problem) {
      setFailure(problem);
    } finally {
      setShare(null);
    }
  };
  return (
    <Stack gap="xs">
      {share === null ? (
        <Dropzone
          onDrop={(files) => void send(files)}
          inputProps={{ 'aria-label': 'Add a PDF, slides or pictures' }}
          p={large ? 'xl' : 'sm'}
          radius={6}
        >
          <Text fw={600} ta="center">
            {large ? 'Drop a PDF, slides, pictures or clips here' : 'Drop more pages here'}
          </Text>
          <Text size="sm" c="dimmed" ta="center">
            {large
              ? 'or press to choose. PDF, PPTX, ODP, PNG, JPEG, WebP, SVG, MP4, WebM, MP3, WAV; up to 200 pages and 100 MB.'
              : 'PDF, slides, pictures or clips'}
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
      <ProblemNote failure={failure ?? (picking ? null : add.error)} />
      {picking && (
        <PickPages
          lesson={lesson}
          uploads={picking}
          failure={add.error}
          adding={add.isPending}
          onAdd={(picked) => add.mutate(picked)}
          onClose={() => setPicking(null)}
        />
      )}
    </Stack>
  );
}

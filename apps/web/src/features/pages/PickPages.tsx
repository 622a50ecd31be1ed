import { Button, Group, Modal, Stack, Text } from '@mantine/core';
import { useState } from 'react';
import { useQueries } from '@tanstack/react-query';
import { call, client, type Lesson } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';
import { Ready } from './UploadParts.tsx';
import classes from './Pages.module.css';
import { previewOf, type Upload } from './uploads.ts';

export type Picked = readonly { readonly upload: string; readonly pages: readonly number[] }[];

interface Props {
  readonly lesson: Lesson;
  readonly uploads: readonly Upload[];
  readonly failure: unknown;
  readonly adding: boolean;
  readonly onAdd: (picked: Picked) => void;
  readonly onClose: () => void;
}
/** A lesson can have so many pages. */
const MOST = 200;

/** All pages of the files that were brought; those that are ticked become pages of the lesson. */
export function PickPages({ lesson, uploads, failure, adding, onAdd, onClose }: Props) {
  const states = useQueries({
    queries: uploads.map((upload) => ({
      queryKey: ['upload', upload.id],
      initialData: upload,
      queryFn: () =>
        call(
          client.GET('/api/lessons/{id}/uploads/{upload}', { params: { path: { id: lesson.id, upload: upload.id } } }),
        ),
      staleTime: Infinity,
    })),
  }).map((query) => query.data);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const usable = states.filter((upload) => upload.state !== 'failed');
  const all = usable.flatMap((upload) => Array.from({ length: upload.pages }, (_, i) => `${upload.id} ${i + 1}`));
  const chosen = all.filter((one) => !left.has(one));
  const room = MOST - lesson.pages.length;
  const toggle = (one: string) => {
    const next = new Set(left);
    if (!next.delete(one)) next.add(one);
    setLeft(next);
  };
  const add = () =>
    onAdd(
      usable
        .map(({ id, pages }) => ({
          upload: id,
          pages: Array.from({ length: pages }, (_, i) => i + 1).filter((page) => !left.has(`${id} ${page}`)),
        }))
        .filter(({ pages }) => pages.length > 0),
    );
  return (
    <Modal opened onClose={onClose} title="Which pages?" size="xl">
      <Stack>
        <Group justify="space-between">
          <Text role="status">
            {chosen.length} of {all.length} picked
          </Text>
          <Group gap="xs">
            <Button size="compact-sm" variant="default" onClick={() => setLeft(new Set())}>
              All
            </Button>
            <Button size="compact-sm" variant="default" onClick={() => setLeft(new Set(all))}>
              None
            </Button>
          </Group>
        </Group>
        {states.map((upload) => (
          <Ready key={upload.id} lessonId={lesson.id} upload={upload}>
            {upload.hasNotes && (
              <Text size="sm" c="dimmed">
                The speaker notes of “{upload.name}” become cues.
              </Text>
            )}
            <div className={classes.picks}>
              {Array.from({ length: upload.pages }, (_, i) => {
                const one = `${upload.id} ${i + 1}`;
                return (
                  <button
                    key={one}
                    type="button"
                    role="checkbox"
                    aria-checked={!left.has(one)}
                    className={classes.pick}
                    onClick={() => toggle(one)}
                  >
                    <img src={previewOf(lesson.id, upload.id, i + 1)} alt="" loading="lazy" />
                    <span>Page {i + 1}</span>
                  </button>
                );
              })}
            </div>
          </Ready>
        ))}
        {chosen.length > room && (
          <Text role="alert">
            A lesson can have {MOST} pages; there is room for {Math.max(0, room)} more. Pick fewer.
          </Text>
        )}
        <ProblemNote failure={failure} />
        <DialogFoot onClose={onClose}>
          <Button
            onClick={add}
            loading={adding}
            disabled={
              chosen.length === 0 || chosen.length > room || states.some((upload) => upload.state === 'converting')
            }
          >
            Add {chosen.length} {chosen.length === 1 ? 'page' : 'pages'}
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

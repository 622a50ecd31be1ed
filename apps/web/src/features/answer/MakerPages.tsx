import { arrayMove } from '@dnd-kit/sortable';
import { Button, FileButton, Group, Menu, Progress, Text, Title } from '@mantine/core';
import type { Backdrop } from '@oakbell/core/pages';
import { IconPlus } from '@tabler/icons-react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { BACKDROPS } from '../../kits/backdrops/index.ts';
import { TryAgain } from '../../kits/jobs/index.ts';
import { Grip, SortingList, useSortingLine } from '../../kits/sorting/index.ts';
import { PagePicture } from '../../kits/stage/index.ts';
import {
  call,
  client,
  corePage,
  lessonKey,
  pictureOf,
  useBringing,
  type Lesson,
  type LessonPage,
} from '../../shared/api/index.ts';
import { offerUndo, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Answer.module.css';

/** What may be brought, by kind and by ending: a phone offers its camera for it. */
const TAKEN = 'application/pdf,image/*,.pptx,.odp';

/** The pages that are talked over: boards, and what is brought; dragged into order, or moved with the arrow keys. */
export function MakerPages({ lesson }: { readonly lesson: Lesson }) {
  const queries = useQueryClient();
  const { id, pages } = lesson;
  const refresh = () => queries.invalidateQueries({ queryKey: lessonKey(id) });
  const at = (page: string) => ({ params: { path: { id, page } } });
  const [said, setSaid] = useState('');
  const addBoard = useMutation({
    mutationFn: (backdrop: Backdrop) =>
      call(
        client.POST('/api/lessons/{id}/boards', {
          params: { path: { id } },
          body: { backdrop: { ...backdrop } as unknown as Record<string, never> },
        }),
      ),
    onSettled: refresh,
  });
  const order = useMutation({
    scope: { id: `order of ${id}` },
    mutationFn: (ids: readonly string[]) =>
      call(client.PUT('/api/lessons/{id}/pages', { params: { path: { id } }, body: { pages: [...ids] } })),
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: ({ page }: { readonly page: string; readonly name: string }) =>
      call(client.DELETE('/api/lessons/{id}/pages/{page}', at(page))),
    onSuccess: (_, { page, name }) =>
      offerUndo(`${name} was removed.`, () =>
        call(client.POST('/api/lessons/{id}/pages/{page}/restore', at(page))).then(refresh),
      ),
    onSettled: refresh,
  });
  const bringing = useBringing<never>(`/api/lessons/${id}/imports`, () => void refresh());
  const ids = pages.map((page) => page.id);
  const numberOf = (page: string) => ids.indexOf(page) + 1;
  const move = (from: number, to: number) => {
    if (from === to || !ids[to]) return;
    order.mutate(arrayMove(ids, from, to));
    setSaid(`Page ${from + 1} is now page ${to + 1} of ${ids.length}.`);
  };
  return (
    <section aria-labelledby="maker-pages">
      <Title order={2} id="maker-pages" mb="xs">
        Pages
      </Title>
      <SortingList
        ids={ids}
        nameOf={(page) => `Page ${numberOf(page)}`}
        overText={(page) => `Over the place of page ${numberOf(page)}.`}
        instructions="Drag, or press the up or down arrow, to move this page."
        onDrop={(page, over) => move(numberOf(page) - 1, numberOf(over) - 1)}
      >
        <ol className={classes.pages}>
          {pages.map((page, i) => (
            <Line
              key={page.id}
              lesson={lesson}
              page={page}
              at={i}
              onMove={(by) => move(i, i + by)}
              {...(pages.length > 1 ? { onRemove: () => remove.mutate({ page: page.id, name: `Page ${i + 1}` }) } : {})}
            />
          ))}
        </ol>
      </SortingList>
      <p className="ob-hidden" role="status">
        {said}
      </p>
      <Group mt="sm">
        <Menu withinPortal position="bottom-start">
          <Menu.Target>
            <Button variant="default" leftSection={<IconPlus size={18} aria-hidden />} loading={addBoard.isPending}>
              Add a board
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            {BACKDROPS.map(({ kind, name, first }) => (
              <Menu.Item key={kind} onClick={() => addBoard.mutate(first)}>
                {name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        <FileButton multiple accept={TAKEN} onChange={(files) => bringing.bring(...files)}>
          {(props) => (
            <Button {...props} variant="default" loading={bringing.busy}>
              Add a PDF or pictures
            </Button>
          )}
        </FileButton>
      </Group>
      <Drawn lesson={lesson} />
      <ProblemNote failure={bringing.failure ?? addBoard.error ?? order.error ?? remove.error} />
    </section>
  );
}

/** How far the pages of what was brought are drawn, or what went wrong. */
function Drawn({ lesson: { importing } }: { readonly lesson: Lesson }) {
  if (!importing || importing.state === 'done' || importing.state === 'cancelled') return null;
  if (importing.state === 'failed')
    return (
      <Group gap="xs" role="alert" mt="xs">
        <Text>{importing.failureText}</Text>
        <TryAgain jobId={importing.id} />
      </Group>
    );
  return (
    <div role="status" style={{ maxWidth: 320, marginTop: 8 }}>
      <Text size="sm">Drawing pages: {Math.round(importing.progress * 100)} %</Text>
      <Progress value={importing.progress * 100} aria-label="Pages drawn" />
    </div>
  );
}

interface LineProps {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly at: number;
  readonly onMove: (by: -1 | 1) => void;
  /** None for the only page: there is always something to talk over. */
  readonly onRemove?: () => void;
}

function Line({ lesson, page, at, onMove, onRemove }: LineProps) {
  const { line, grip } = useSortingLine(page.id);
  const name = `Page ${at + 1}`;
  return (
    <li {...line} className={classes.pageLine}>
      <span className={classes.pagePicture} role="img" aria-label={name}>
        <PagePicture
          page={corePage(page)}
          small={page.smallPicture && pictureOf(lesson.id)(page.smallPicture)}
          pictureAddress={pictureOf(lesson.id)}
          widthPx={168}
        />
      </span>
      <span className={classes.pageName}>{name}</span>
      {onRemove && (
        <Button variant="subtle" size="sm" onClick={onRemove} aria-label={`Remove page ${at + 1}`}>
          Remove
        </Button>
      )}
      <Grip grip={grip} label={`Move page ${at + 1}`} onStep={onMove} />
    </li>
  );
}

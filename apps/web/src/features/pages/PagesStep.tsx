import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { wordCount } from '@oakbell/core/pages';
import { IconArrowDown, IconArrowUp, IconCopy, IconPhotoEdit, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useLesson, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { clockText, IconAction, PageTitle, ProblemNote } from '../../shared/ui/index.ts';
import { AddBoard } from './AddBoard.tsx';
import { BackdropChoice } from './BackdropChoice.tsx';
import { CuesEditor } from './CuesEditor.tsx';
import { DropPages } from './DropPages.tsx';
import { Importing } from './Importing.tsx';
import { PageEditor } from './PageEditor.tsx';
import { PageList } from './PageList.tsx';
import { PlanHead } from './PlanHead.tsx';
import { ReplacePicture } from './ReplacePicture.tsx';
import classes from './Pages.module.css';
import { usePageActs, type PageActs } from './usePageActs.ts';
import { usePlan } from './usePlan.ts';

/** The pages of a lesson: plan, list, the page large, and its cues. */
export function PagesStep() {
  const { lesson: id = '' } = useParams();
  const { data: lesson } = useLesson(id);
  if (!lesson) return null;
  return lesson.pages.length === 0 ? <FirstPages lesson={lesson} /> : <PageDesk lesson={lesson} />;
}

function FirstPages({ lesson }: { readonly lesson: Lesson }) {
  const acts = usePageActs(lesson);
  return (
    <Stack className="ob-page" w="100%">
      <PageTitle>{`Pages · ${lesson.title}`}</PageTitle>
      <PlanHead lesson={lesson} acts={acts} />
      <Title order={2}>What will you talk over?</Title>
      <Importing lesson={lesson} />
      <DropPages lesson={lesson} large />
      <Group>
        <Text c="dimmed">Or write everything yourself:</Text>
        <AddBoard acts={acts} label="Begin with a board" />
      </Group>
      <ProblemNote failure={acts.failure} />
    </Stack>
  );
}

function PageDesk({ lesson: saved }: { readonly lesson: Lesson }) {
  const acts = usePageActs(saved);
  const lesson = { ...saved, pages: acts.pages };
  // Whoever found something on a page comes straight to it.
  const [search] = useSearchParams();
  const [chosen, setChosen] = useState(search.get('page'));
  const at = Math.max(
    0,
    lesson.pages.findIndex((page) => page.id === chosen),
  );
  const page = lesson.pages[at]!;
  const plan = usePlan(lesson);
  return (
    <div className={classes.desk}>
      <PageTitle>{`Pages · ${lesson.title}`}</PageTitle>
      <div className={classes.list}>
        <Importing lesson={lesson} />
        <PageList lesson={lesson} chosen={page.id} onChoose={setChosen} acts={acts} plan={plan.pages} />
        <AddBoard acts={acts} after={page.id} onAdded={setChosen} label="Add a board" />
        <DropPages lesson={lesson} />
      </div>
      <PageEditor key={page.id} lesson={lesson} page={page} name={`Page ${at + 1}`} acts={acts} />
      <aside className={classes.side} aria-label={`Page ${at + 1}`}>
        <ProblemNote failure={acts.failure} />
        <PlanHead lesson={lesson} acts={acts} />
        <PageSide
          key={page.id}
          lesson={lesson}
          page={page}
          at={at}
          acts={acts}
          spoken={plan.pages[at]}
          wordsPerMinute={plan.wordsPerMinute}
        />
        <Button component={Link} to={`/lessons/${lesson.id}/record`}>
          Go to the recording room
        </Button>
      </aside>
    </div>
  );
}

interface SideProps {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly at: number;
  readonly acts: PageActs;
  readonly spoken: { readonly seconds: number; readonly overruns: boolean } | undefined;
  readonly wordsPerMinute: number;
}

function PageSide({ lesson, page, at, acts, spoken, wordsPerMinute }: SideProps) {
  const [saved, setSaved] = useState<Date | null>(null);
  const [words, setWords] = useState<string | null>(null);
  const [replacing, setReplacing] = useState(false);
  const move = (by: -1 | 1) => {
    const ids = lesson.pages.map((one) => one.id);
    acts.reorder(ids.toSpliced(at, 1).toSpliced(at + by, 0, page.id));
  };
  const seconds = words === null ? (spoken?.seconds ?? 0) : (wordCount(words) / wordsPerMinute) * 60;
  return (
    <>
      <Group justify="space-between" gap={0}>
        <Title order={2} style={{ whiteSpace: 'nowrap' }}>
          Page {at + 1}
        </Title>
        <Group gap={0} wrap="nowrap">
          <IconAction label="Move up" disabled={at === 0} onClick={() => move(-1)}>
            <IconArrowUp aria-hidden />
          </IconAction>
          <IconAction label="Move down" disabled={at === lesson.pages.length - 1} onClick={() => move(1)}>
            <IconArrowDown aria-hidden />
          </IconAction>
          <IconAction label="Duplicate page" onClick={() => acts.duplicate.mutate(page.id)}>
            <IconCopy aria-hidden />
          </IconAction>
          {(page.kind === 'slide' || page.kind === 'document') && (
            <IconAction label="Replace the picture" onClick={() => setReplacing(true)}>
              <IconPhotoEdit aria-hidden />
            </IconAction>
          )}
          <IconAction label="Remove page" onClick={() => acts.remove.mutate({ page: page.id, name: `Page ${at + 1}` })}>
            <IconTrash aria-hidden />
          </IconAction>
        </Group>
      </Group>
      {page.kind === 'board' && <BackdropChoice lesson={lesson} page={page} acts={acts} />}
      {page.kind === 'window' && (
        <Text size="sm">
          Another window or tab of yours. Which one, and which part of it, is chosen in the recording room.
        </Text>
      )}
      {page.clip && (
        <Text size="sm">
          {page.clip.moving ? 'A video' : 'A sound'} of {timeText(fromMillis(page.clip.lengthMs))}. It is played while
          you talk, and is heard in the lesson.
        </Text>
      )}
      <CuesEditor
        html={page.cues}
        shared={lesson.may !== 'own' || lesson.courseMay === 'change'}
        onWords={setWords}
        onSave={(cues, was) =>
          acts.setCues.mutate({ page: page.id, cues, was }, { onSuccess: () => setSaved(new Date()) })
        }
      />
      <Text size="sm" c="dimmed" role="status">
        {seconds > 0
          ? `About ${Math.round(seconds)} seconds to say`
          : 'Cues give an estimate of how long this takes to say'}
        {spoken?.overruns ? ' · past the target' : ''}
        {saved ? ` · Saved ${clockText(saved)}` : ''}
      </Text>
      {replacing && <ReplacePicture lesson={lesson} page={page} acts={acts} onClose={() => setReplacing(false)} />}
    </>
  );
}

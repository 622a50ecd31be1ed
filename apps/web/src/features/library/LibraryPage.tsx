import { Button, Group, Text, TextInput, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { IconSearch } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { call, client, pictureOf, type Api } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show, whenText } from '../../shared/ui/index.ts';
import classes from './Library.module.css';
import { NewLesson } from './NewLesson.tsx';

const KINDS = { slides: 'Slide lesson', worked: 'Worked solution', feedback: 'Spoken feedback' } as const;

/** All lessons of a teacher, found by a word of their title. */
export function LibraryPage() {
  const [search, setSearch] = useSearchParams();
  const [words, setWords] = useState('');
  const lessons = useQuery({ queryKey: ['lessons'], queryFn: () => call(client.GET('/api/lessons')) });
  const making = search.has('new');
  return (
    <div className="ob-page">
      <PageTitle>Lessons</PageTitle>
      <Group justify="space-between" mb="md">
        <Title order={1}>Lessons</Title>
        {!making && <Button onClick={() => setSearch({ new: '' })}>Make a lesson</Button>}
      </Group>
      {making && <NewLesson onCancel={() => setSearch({})} />}
      <TextInput
        aria-label="Search lessons"
        placeholder="Search by title"
        leftSection={<IconSearch size={18} aria-hidden />}
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
        mb="md"
      />
      <Show of={lessons} what="Fetching your lessons">
        {(all) => <Rows lessons={found(all, words)} any={all.length > 0} />}
      </Show>
    </div>
  );
}

/** The lessons whose title has every one of the words. */
function found(lessons: readonly Api['LessonRowDto'][], words: string) {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return lessons.filter(({ title }) => wanted.every((word) => title.toLowerCase().includes(word)));
}

function Rows({ lessons, any }: { readonly lessons: readonly Api['LessonRowDto'][]; readonly any: boolean }) {
  if (lessons.length === 0) {
    return any ? (
      <Empty title="No lesson has these words in its title">Try fewer words.</Empty>
    ) : (
      <Empty
        title="Your first lesson"
        action={
          <Button component={Link} to="/lessons?new">
            Make a lesson
          </Button>
        }
      >
        Drop in the slides you have, or take a squared board and a pen.
      </Empty>
    );
  }
  return (
    <ul className="ob-rows ob-card">
      {lessons.map((lesson) => (
        <li key={lesson.id} className="ob-row">
          <span className={classes.cover} data-kind={lesson.kind}>
            {lesson.cover && <img src={pictureOf(lesson.id)(lesson.cover)} alt="" loading="lazy" />}
          </span>
          <div className="ob-row-main">
            <Link className="ob-link" to={`/lessons/${lesson.id}/${lesson.recorded ? 'polish' : 'pages'}`}>
              {lesson.title}
            </Link>
            <Text size="sm" c="dimmed">
              {KINDS[lesson.kind]} · {lesson.pages} {lesson.pages === 1 ? 'page' : 'pages'} · changed{' '}
              {whenText(lesson.updatedAt)}
            </Text>
          </div>
          <Text className="ob-time">{lesson.recorded ? timeText(micros(lesson.length)) : 'not recorded'}</Text>
        </li>
      ))}
    </ul>
  );
}

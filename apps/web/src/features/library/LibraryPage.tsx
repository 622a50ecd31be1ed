import { Button, Group, Select, Text, TextInput, Title } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { LONGEST_SEARCH } from '@oakbell/core/library';
import { IconSearch } from '@tabler/icons-react';
import { useCallback, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useLibrary, type LibraryAsked, type LibraryRow } from '../../shared/api/index.ts';
import { Empty, PageTitle, ProblemNote, Show, useAsked } from '../../shared/ui/index.ts';
import { AboutDialog } from './AboutDialog.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { CourseList, type Place } from './CourseList.tsx';
import { useCourseActs, useCourses, useTags } from './courses.ts';
import { LessonRows, type Opened } from './LessonRows.tsx';
import classes from './Library.module.css';
import { MoveDialog } from './MoveDialog.tsx';
import { NamingPattern } from './NamingPattern.tsx';
import { NewLesson } from './NewLesson.tsx';
import { TagDialog } from './TagDialog.tsx';

/** What is typed is looked for once it rests for so long, in ms. */
const REST_MS = 200;

/** The lessons in a teacher's hands: by course and unit, by tag, and by the words that are in them. */
export function LibraryPage() {
  const [search, ask] = useAsked();
  const typed = search.get('words') ?? '';
  const [words] = useDebouncedValue(typed, REST_MS);
  const place = search.get('place') ?? 'all';
  const tag = search.get('tag');
  const courses = useCourses().data ?? [];
  const tags = useTags().data ?? [];
  const acts = useCourseActs();
  const making = search.has('new');
  const wanted: LibraryAsked = {
    ...placeAsked(place),
    ...(words.trim() ? { words: words.trim() } : {}),
    ...(tag ? { tag } : {}),
  };
  return (
    <div className={classes.library}>
      <PageTitle>Lessons</PageTitle>
      <CourseList
        courses={courses}
        place={place}
        onPlace={(next: Place) => ask({ place: next === 'all' ? null : next })}
        acts={acts}
      />
      <div className={classes.main}>
        <Group justify="space-between" mb="md">
          <Title order={1}>Lessons</Title>
          <Group gap="xs">
            <NamingPattern />
            {!making && <Button onClick={() => ask({ new: 'yes' })}>Make a lesson</Button>}
          </Group>
        </Group>
        <ProblemNote failure={acts.failure} />
        {making && (
          <NewLesson
            onCancel={() => ask({ new: null })}
            unitId={courses.some((one) => one.units.some((unit) => unit.id === place)) ? place : null}
          />
        )}
        <div className={classes.filters}>
          <TextInput
            className={classes.search}
            aria-label="Search lessons"
            placeholder="Search titles, tags, pages and cues"
            leftSection={<IconSearch size={18} aria-hidden />}
            maxLength={LONGEST_SEARCH}
            value={typed}
            onChange={(event) => ask({ words: event.currentTarget.value })}
          />
          {(tags.length > 0 || tag) && (
            <Select
              aria-label="Tag"
              placeholder="Any tag"
              clearable
              searchable
              w={180}
              data={[...new Set([...(tag ? [tag] : []), ...tags.map((one) => one.tag)])]}
              value={tag}
              onChange={(next) => ask({ tag: next })}
            />
          )}
        </div>
        <Found wanted={wanted} courses={courses} acts={acts} onTag={(next) => ask({ tag: next })} />
      </div>
    </div>
  );
}

function placeAsked(place: Place): LibraryAsked {
  if (place === 'all') return {};
  if (place === 'none') return { without: 'none' };
  return place === 'away' ? { archived: 'yes' } : { place };
}

interface FoundProps {
  readonly wanted: LibraryAsked;
  readonly courses: NonNullable<ReturnType<typeof useCourses>['data']>;
  readonly acts: ReturnType<typeof useCourseActs>;
  readonly onTag: (tag: string) => void;
}

/** What was found; some of it may be chosen, to do the same to all of it. */
function Found({ wanted, courses, acts, onTag }: FoundProps) {
  const library = useLibrary(wanted);
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [open, setOpen] = useState<{ readonly what: Opened; readonly lesson: LibraryRow } | null>(null);
  const choose = (lesson: LibraryRow, isChosen: boolean) =>
    setChosen((before) => new Set(isChosen ? [...before, lesson.id] : [...before].filter((id) => id !== lesson.id)));
  const none = useCallback(() => setChosen(new Set()), []);
  const close = () => setOpen(null);
  return (
    <Show of={library} what="Fetching your lessons">
      {({ pages }) => {
        const lessons = pages.flatMap((page) => page.lessons);
        const more = pages.at(-1)?.more ?? false;
        if (lessons.length === 0) return <Nothing wanted={wanted} />;
        const picked = lessons.filter((one) => chosen.has(one.id));
        return (
          <>
            <LessonRows
              lessons={lessons}
              courses={courses}
              chosen={chosen}
              acts={acts}
              onTag={onTag}
              onChoose={choose}
              onOpen={(what, lesson) => setOpen({ what, lesson })}
              onCopy={({ id }) =>
                acts.copy.mutate(id, { onSuccess: (made) => void navigate(`/lessons/${made.id}/pages`) })
              }
              onMore={library.hasNextPage ? () => void library.fetchNextPage() : null}
            />
            {more && !library.hasNextPage && (
              <Text size="sm" c="dimmed" mt="xs" role="status">
                There are more. Type another word to find fewer.
              </Text>
            )}
            {picked.length > 0 && <ChosenBar lessons={picked} courses={courses} acts={acts} onDone={none} />}
            {open?.what === 'about' && <AboutDialog lesson={open.lesson} onClose={close} />}
            {open?.what === 'move' && (
              <MoveDialog
                what={`“${open.lesson.title}”`}
                unitId={open.lesson.unitId}
                courses={courses}
                onMove={(unitId, name) =>
                  acts.change.mutate({
                    lessons: [open.lesson],
                    what: { unitId },
                    said: `“${open.lesson.title}” is in ${name} now.`,
                  })
                }
                onClose={close}
              />
            )}
            {open?.what === 'tag' && (
              <TagDialog
                what={`“${open.lesson.title}”`}
                lessons={[open.lesson]}
                onTag={(what) => acts.change.mutate({ lessons: [open.lesson], what, said: 'The tags were changed.' })}
                onClose={close}
              />
            )}
          </>
        );
      }}
    </Show>
  );
}

function Nothing({ wanted }: { readonly wanted: LibraryAsked }) {
  if (wanted.words || wanted.tag)
    return <Empty title="There is no such lesson here">Try fewer words, or another course.</Empty>;
  if (wanted.archived)
    return (
      <Empty title="Nothing is put away">
        A lesson that you no longer need can be put away: it leaves the list, and classes that were given it still have
        it.
      </Empty>
    );
  if (wanted.without)
    return <Empty title="Every lesson has its place">Lessons that are in no unit are shown here.</Empty>;
  const make = (
    <Button component={Link} to={wanted.place ? `/lessons?new=yes&place=${wanted.place}` : '/lessons?new'}>
      Make a lesson
    </Button>
  );
  return wanted.place ? (
    <Empty title="There is no lesson here yet" action={make}>
      Make one, or put one of yours here by its menu.
    </Empty>
  ) : (
    <Empty title="Your first lesson" action={make}>
      Drop in the slides you have, or take a squared board and a pen.
    </Empty>
  );
}

import { Anchor, Text } from '@mantine/core';
import { listed, whoHas } from '@oakbell/core/assigning';
import { Link } from 'react-router';
import { useCaptionRows } from '../../../kits/captions/index.ts';
import type { Lesson } from '../../../shared/api/index.ts';
import type { Chosen } from './terms.ts';
import type { Members } from './useMembers.ts';

interface Props {
  readonly lesson: Lesson;
  readonly to: readonly Chosen[];
  readonly members: ReadonlyMap<string, Members>;
}

/** Says who of those who are to have a lesson needs captions that are not typed yet, and leads to them. */
export function CaptionsNote({ lesson, to, members }: Props) {
  const names = to.flatMap(({ classId, whom }) => {
    const of = members.get(classId);
    const has = new Set(of && whoHas(whom, of));
    return of ? of.learners.filter(({ id, needs }) => needs?.captions && has.has(id)).map(({ name }) => name) : [];
  });
  // What is said in a colleague’s lesson is theirs to type.
  if (names.length === 0 || lesson.may === 'use') return null;
  return <Untyped lesson={lesson} names={[...new Set(names)]} />;
}

function Untyped({ lesson, names }: { readonly lesson: Lesson; readonly names: readonly string[] }) {
  const { rows = [] } = useCaptionRows(lesson);
  const left = rows.filter(({ isTyped }) => !isTyped).length;
  if (left === 0) return null;
  return (
    <Text size="sm" role="status">
      {listed(names)} {names.length === 1 ? 'needs' : 'need'} captions.{' '}
      {left === rows.length
        ? 'Nothing that is said here is typed yet.'
        : `${left} of ${rows.length} are still to be typed.`}{' '}
      <Anchor component={Link} to={`/lessons/${lesson.id}/polish/captions`} inherit underline="always">
        Type them
      </Anchor>
      , then publish it again. It can be given before that all the same.
    </Text>
  );
}

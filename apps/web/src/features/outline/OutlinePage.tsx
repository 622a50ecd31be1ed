import { Button, Group, Text, Title } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { isGone } from '../../shared/api/index.ts';
import { FieldsDialog } from '../../shared/dialogs/index.ts';
import { Empty, PageTitle, ProblemNote, Show } from '../../shared/ui/index.ts';
import { ClassTabs, NoClass } from '../../kits/classpage/index.ts';
import { LONGEST_UNIT } from '@oakbell/core/outline';
import { RecordWord } from '../../kits/quickword/index.ts';
import { WordsForToday } from './WordsForToday.tsx';
import { OutlineList } from './OutlineList.tsx';
import { useOutline, type OutlineActs, type Page } from './useOutline.ts';

/** The page of a class as who teaches it puts it in order. */
export function OutlinePage() {
  const { class: id = '' } = useParams();
  const acts = useOutline(id);
  if (isGone(acts.found.error)) return <NoClass to="/classes">Whoever teaches it can add you.</NoClass>;
  return (
    <div className="ob-page">
      <Link to="/classes">All classes</Link>
      <Show of={acts.found} what="Opening the class page">
        {(page) => <Filled page={page} acts={acts} />}
      </Show>
    </div>
  );
}

function Filled({ page, acts }: { readonly page: Page; readonly acts: OutlineActs }) {
  const [adding, setAdding] = useState(false);
  const add = (
    <Button variant="default" leftSection={<IconPlus size={18} aria-hidden />} onClick={() => setAdding(true)}>
      Add a unit
    </Button>
  );
  return (
    <>
      <PageTitle>{`Class page · ${page.name}`}</PageTitle>
      <Group justify="space-between" my="sm">
        <div>
          <Title order={1}>
            <bdi>{page.name}</bdi>
          </Title>
          {page.course && (
            <Text c="dimmed">
              <bdi>{page.course}</bdi>
            </Text>
          )}
        </div>
        <Group gap="xs">
          <RecordWord classId={page.id} />
          {page.items.length + page.units.length > 0 && (
            <>
              {add}
              <Button component={Link} to={`/classes/${page.id}/copy`} variant="subtle">
                Copy from another class
              </Button>
            </>
          )}
        </Group>
      </Group>
      <ClassTabs id={page.id} here="page" />
      <ProblemNote failure={acts.move.error ?? acts.order.error} />
      <WordsForToday page={page} acts={acts} />
      {page.items.length + page.units.length + page.topics.length === 0 ? (
        <Empty
          title="Nothing is on this page yet"
          action={
            <Group>
              <Button component={Link} to="/lessons">
                To your lessons
              </Button>
              {add}
              <Button component={Link} to={`/classes/${page.id}/copy`} variant="default">
                Copy from another class
              </Button>
            </Group>
          }
        >
          What you assign to this class stands here, in units and on days, for its learners to find.
        </Empty>
      ) : (
        <OutlineList page={page} acts={acts} />
      )}
      {adding && (
        <FieldsDialog
          title="A new unit"
          action="Add it"
          fields={[{ name: 'name', label: 'Name', max: LONGEST_UNIT }]}
          onSave={({ name }) => acts.addUnit(name)}
          onClose={() => setAdding(false)}
        />
      )}
    </>
  );
}

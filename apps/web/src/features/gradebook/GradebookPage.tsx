import { Button, Group, Text, Title } from '@mantine/core';
import { gradingSentence } from '@oakbell/core/marking';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { ClassTabs, NoClass } from '../../kits/classpage/index.ts';
import { Chart } from '../../kits/chart/index.ts';
import { call, client, isGone, type Api } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show } from '../../shared/ui/index.ts';
import { BookTable } from './BookTable.tsx';
import { bookOf } from './book.ts';
import { TableIn } from './TableIn.tsx';
import { Counting } from './Counting.tsx';
import { Excusing, type Chosen } from './Excusing.tsx';

/** What a class was given to hand in, and what came of it. */
export function GradebookPage() {
  const { class: id = '' } = useParams();
  const found = useQuery({
    queryKey: ['gradebook', id],
    queryFn: () => call(client.GET('/api/classes/{id}/gradebook', { params: { path: { id } } })),
  });
  if (isGone(found.error)) return <NoClass to="/classes">Whoever teaches it can add you.</NoClass>;
  return (
    <div className="ob-page" style={{ maxWidth: 'none' }}>
      <Link to="/classes">All classes</Link>
      <Show of={found} what="Adding up the marks">
        {(data) => <Book data={data} />}
      </Show>
    </div>
  );
}

function Book({ data }: { readonly data: Api['GradebookDto'] }) {
  const [choosing, setChoosing] = useState(false);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const book = bookOf(data);
  const { works, learners } = data;
  return (
    <>
      <PageTitle>{`Marks · ${data.className}`}</PageTitle>
      <Group justify="space-between" my="sm">
        <div>
          <Title order={1}>
            <bdi>{data.className}</bdi>
          </Title>
          <Text c="dimmed">{book.sentence}</Text>
        </div>
        {works.length > 0 && (
          <Group gap="xs">
            <TableIn data={data} />
            <Button component="a" variant="default" href={`/api/classes/${data.classId}/gradebook/table`} download>
              Table as CSV
            </Button>
          </Group>
        )}
      </Group>
      <ClassTabs id={data.classId} here="marks" />
      {works.length === 0 || learners.length === 0 ? (
        <Empty title="Nothing was asked for yet">
          What this class is to hand in stands here, learner by learner, with what you gave for it.
        </Empty>
      ) : (
        <>
          <Group my="md" gap="sm">
            <Text>{gradingSentence(data.grading)}</Text>
            <Button variant="default" size="compact-md" onClick={() => setChoosing(true)}>
              Change how it counts
            </Button>
          </Group>
          <BookTable data={data} book={book} onChoose={setChosen} />
          <Chart title="How the sums spread" sentence={book.spread.sentence} bars={book.spread.bars} />
        </>
      )}
      {choosing && <Counting data={data} onClose={() => setChoosing(false)} />}
      {chosen && <Excusing chosen={chosen} classId={data.classId} onClose={() => setChosen(null)} />}
    </>
  );
}

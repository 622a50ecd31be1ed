import { Button, Group, Switch, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { ClassTabs, NoClass } from '../../kits/classpage/index.ts';
import { Chart } from '../../kits/chart/index.ts';
import { browserShelf, call, client, isGone, type Api } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show } from '../../shared/ui/index.ts';
import { BookTable } from './BookTable.tsx';
import { bookOf } from './book.ts';
import { Excusing, type Chosen } from './Excusing.tsx';

const MISSING_COUNTS = 'oakbell.missing-counts';

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
  const [missingCounts, setMissingCounts] = useState(() => browserShelf.read(MISSING_COUNTS) === 'yes');
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const book = bookOf(data, missingCounts);
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
          <Button
            component="a"
            variant="default"
            href={`/api/classes/${data.classId}/gradebook/table?missing=${missingCounts ? 'nothing' : 'left-out'}`}
            download
          >
            Table as CSV
          </Button>
        )}
      </Group>
      <ClassTabs id={data.classId} here="marks" />
      {works.length === 0 || learners.length === 0 ? (
        <Empty title="Nothing was asked for yet">
          What this class is to hand in stands here, learner by learner, with what you gave for it.
        </Empty>
      ) : (
        <>
          <Switch
            my="md"
            label="What is missing counts as no points"
            description="Otherwise it is left out of the sums."
            checked={missingCounts}
            onChange={({ currentTarget: { checked } }) => {
              browserShelf.write(MISSING_COUNTS, checked ? 'yes' : 'no');
              setMissingCounts(checked);
            }}
          />
          <BookTable data={data} book={book} onChoose={setChosen} />
          <Chart title="How the sums spread" sentence={book.spread.sentence} bars={book.spread.bars} />
        </>
      )}
      {chosen && <Excusing chosen={chosen} classId={data.classId} onClose={() => setChosen(null)} />}
    </>
  );
}

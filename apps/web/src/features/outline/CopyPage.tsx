import { Button, Checkbox, Group, NativeSelect, Stack, Text, TextInput, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { Empty, offerUndo, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import { noteText, planText } from './copyWords.ts';
import classes from './Outline.module.css';
import { PastCopies } from './PastCopies.tsx';

type Plan = Api['CopyPlanDto'];

/** What another class was given comes to this one, with its days moved: shown first, then done. */
export function CopyPage() {
  const { class: id = '' } = useParams();
  const mine = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  return (
    <div className="ob-page">
      <Link to={`/classes/${id}/page`}>To the class page</Link>
      <Show of={mine} what="Fetching your classes">
        {(all) => {
          const here = all.find((one) => one.id === id);
          const others = all.filter((one) => one.id !== id);
          return (
            <>
              <PageTitle>{`Copy to ${here?.name ?? 'a class'}`}</PageTitle>
              <Title order={1} my="sm">
                Copy to <bdi>{here?.name}</bdi> from another class
              </Title>
              {here === undefined || others.length === 0 ? (
                <Empty title="There is no other class to copy from">
                  You can copy from any class that you teach, also one of an earlier term.
                </Empty>
              ) : (
                <Copying key={id} into={here} others={others} />
              )}
              <PastCopies classId={id} />
            </>
          );
        }}
      </Show>
    </div>
  );
}

interface Props {
  readonly into: Api['ClassDto'];
  readonly others: readonly Api['ClassDto'][];
}

function Copying({ into, others }: Props) {
  const [from, setFrom] = useState('');
  const [days, setDays] = useState<{ since?: string; onto?: string }>({});
  const plan = useQuery({
    queryKey: ['class-page', into.id, 'copy', from, days],
    queryFn: () =>
      call(
        client.GET('/api/classes/{id}/copies/from/{from}', {
          params: { path: { id: into.id, from }, query: days },
        }),
      ),
    enabled: from !== '',
  });
  const label = ({ name, term, learners }: Api['ClassDto']) =>
    `${name} (${term ?? `${learners} ${learners === 1 ? 'learner' : 'learners'}`})`;
  return (
    <Stack gap="md">
      <Group align="end">
        <NativeSelect
          label="From"
          data={[
            { value: '', label: 'Choose a class' },
            ...others.map((one) => ({ value: one.id, label: label(one) })),
          ]}
          value={from}
          onChange={({ currentTarget }) => {
            setFrom(currentTarget.value);
            setDays({});
          }}
        />
        {plan.data && (
          <>
            <TextInput
              type="date"
              label="Its first day"
              value={plan.data.since}
              onChange={({ currentTarget: { value } }) => value && setDays((now) => ({ ...now, since: value }))}
            />
            <TextInput
              type="date"
              label="becomes here"
              value={plan.data.onto}
              onChange={({ currentTarget: { value } }) => value && setDays((now) => ({ ...now, onto: value }))}
            />
          </>
        )}
      </Group>
      {from !== '' && (
        <Show of={plan} what="Working out the days">
          {(data) => <Planned key={`${from} ${data.since} ${data.onto}`} plan={data} from={from} into={into} />}
        </Show>
      )}
    </Stack>
  );
}

function Planned({ plan, from, into }: { readonly plan: Plan; readonly from: string; readonly into: Api['ClassDto'] }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [chosen, setChosen] = useState(() => plan.items.flatMap((item) => (item.usual ? item.id : [])));
  const refresh = () => queries.invalidateQueries({ queryKey: ['class-page', into.id] });
  const copy = useMutation({
    mutationFn: () => {
      const body = { from, since: plan.since, onto: plan.onto, ids: chosen };
      return once((header) =>
        call(client.POST('/api/classes/{id}/copies', { params: { path: { id: into.id }, header }, body })),
      );
    },
    onSuccess: ({ id }) => {
      void refresh();
      offerUndo(`${planText(plan, chosen.length)} came to ${into.name}.`, () =>
        call(client.DELETE('/api/classes/{id}/copies/{copy}', { params: { path: { id: into.id, copy: id } } })).finally(
          refresh,
        ),
      );
      void navigate(`/classes/${into.id}/page`);
    },
  });
  if (plan.items.length + plan.units + plan.topics === 0)
    return <Empty title="That class was given nothing yet">Choose another one.</Empty>;
  return (
    <>
      <Text>
        Every day goes to the same weekday of the same school week; holidays are left out. Nothing is copied before you
        say so, and all of it can be taken back.
      </Text>
      <Checkbox.Group label="What comes along" value={chosen} onChange={setChosen}>
        <ul className="ob-rows ob-card">
          {plan.items.map((item) => (
            <li key={item.id} className={classes.planned}>
              <Checkbox
                value={item.id}
                disabled={!item.can}
                label={
                  <>
                    <bdi>{item.title}</bdi>
                    {item.unit !== null && (
                      <Text span size="sm" c="dimmed">
                        {' '}
                        <bdi>{item.unit}</bdi>
                      </Text>
                    )}
                  </>
                }
              />
              <span className={classes.moved}>
                <span>due {whenText(item.dueAt)}</span>
                <b>{item.newDueAt === null ? 'on no such day' : `then ${whenText(item.newDueAt)}`}</b>
                {item.notes.map((note) => (
                  <Text key={note} span size="sm">
                    {noteText(note)}
                  </Text>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </Checkbox.Group>
      <ProblemNote failure={copy.error} />
      <Group>
        <Button
          loading={copy.isPending}
          disabled={chosen.length + plan.units + plan.topics === 0}
          onClick={() => copy.mutate()}
        >
          Copy {planText(plan, chosen.length)}
        </Button>
      </Group>
    </>
  );
}

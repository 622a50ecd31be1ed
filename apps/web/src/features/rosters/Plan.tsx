import { Alert, Button, Checkbox, Group, List, NativeSelect, Radio, Text, Title } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { call, client, type Api } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { Discard } from './Discard.tsx';
import { several, type Roster } from './rosters.ts';

type PlanFacts = Api['RosterPlanDto'];
type Counts = PlanFacts['counts'];
type Twin = PlanFacts['twins'][number];
/** Who a twin is: a person's id, `new`, or nothing while it is not decided. */
type Choice = string;
const NEW = 'new';

/** What would change, in words and numbers; who is doubtful is decided here. */
export function Plan({ roster, plan }: { readonly roster: Roster; readonly plan: PlanFacts }) {
  const queries = useQueryClient();
  const { counts, twins } = plan;
  const [choices, setChoices] = useState<ReadonlyMap<number, Choice>>(new Map());
  const [rest, setRest] = useState<'likely' | 'new' | null>(null);
  const [emptied, setEmptied] = useState(false);
  const hasMore = counts.twins > twins.length;
  const open = twins.filter(({ person }) => !choices.get(person)).length;
  const isDecided = open === 0 && (!hasMore || rest !== null);
  const isReady = isDecided && (counts.emptied === 0 || emptied);
  const apply = useMutation({
    mutationFn: () =>
      call(
        client.POST('/api/rosters/{id}/apply', {
          params: { path: { id: roster.id } },
          body: {
            digest: plan.digest,
            twins: [...choices].map(([person, is]) => ({ person, is: is === NEW ? null : is })),
            rest: hasMore ? rest : null,
            emptied,
          },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ['rosters'] }),
  });
  const changes = Object.entries(counts).some(([name, n]) => n > 0 && !STILL.has(name));
  const chooseAll = (choose: (twin: Twin) => Choice) =>
    setChoices(new Map(twins.map((twin) => [twin.person, choose(twin)])));
  return (
    <>
      <Title order={2} mb="xs">
        {changes ? 'What would change' : 'Nothing would change'}
      </Title>
      {plan.schools.length > 1 && (
        <Text mb="xs">
          It tells of {several(plan.schools.length, 'school')}: <bdi>{plan.schools.join(', ')}</bdi>. All of them are
          taken in.
        </Text>
      )}
      <PlanNumbers counts={counts} />
      <Names title="New people" names={plan.newPeople} total={counts.newLearners + counts.newTeachers} />
      <Names title="New classes" names={plan.newClasses} total={counts.newClasses} />
      <Names
        title="Changed names and addresses"
        names={plan.changedPeople.map(({ before, after }) => (before === after ? after : `${before} → ${after}`))}
        total={counts.changedPeople}
      />
      <Names title="Leave the school" names={plan.leaving} total={counts.leaving} />
      <Names title="Are back" names={plan.back} total={counts.back} />
      <Names
        title="Lines that were left out or taken otherwise"
        names={plan.faults.map(({ file, line, says }) => (line > 0 ? `${file}, line ${line}: ${says}` : says))}
        total={counts.faults}
      />
      {twins.length > 0 && (
        <section aria-labelledby="twins">
          <Title order={2} mt="xl" mb="xs" id="twins">
            Here already?
          </Title>
          <Text c="dimmed" mb="sm">
            {several(counts.twins, 'person', 'people')} may be here under another number. The same person keeps
            everything that is theirs.
          </Text>
          <Group mb="sm">
            <Button
              variant="default"
              size="compact-md"
              onClick={() => chooseAll(({ isLikely, candidates }) => (isLikely ? (candidates[0]?.id ?? NEW) : ''))}
            >
              The same, where only one is likely
            </Button>
            <Button variant="default" size="compact-md" onClick={() => chooseAll(() => NEW)}>
              All are other people
            </Button>
          </Group>
          <ul className="ob-rows ob-card">
            {twins.map((twin) => (
              <li key={twin.person} className="ob-row">
                <div className="ob-row-main">
                  <bdi>{twin.name}</bdi>
                  <Text size="sm" c="dimmed">
                    {twin.part}
                  </Text>
                </div>
                <NativeSelect
                  aria-label={`Who ${twin.name} is`}
                  w={340}
                  maw="100%"
                  data={[
                    { value: '', label: 'Choose' },
                    ...twin.candidates.map(({ id, name, signInName, classes }) => ({
                      value: id,
                      label: `The same as ${name} (${[signInName, ...classes.slice(0, 3)].join(', ')})`,
                    })),
                    { value: NEW, label: 'Somebody else' },
                  ]}
                  value={choices.get(twin.person) ?? ''}
                  onChange={(event) => setChoices(new Map(choices).set(twin.person, event.currentTarget.value))}
                />
              </li>
            ))}
          </ul>
          {hasMore && (
            <Radio.Group
              mt="md"
              label={`And the ${(counts.twins - twins.length).toLocaleString('en')} others who may be here`}
              value={rest ?? ''}
              onChange={(value) => setRest(value as 'likely')}
            >
              <Radio mt="xs" value="likely" label="are the same, where only one is likely" />
              <Radio mt="xs" value="new" label="are other people" />
            </Radio.Group>
          )}
        </section>
      )}
      {counts.emptied > 0 && (
        <Alert mt="lg" color="yellow" title={`${several(counts.emptied, 'class', 'classes')} would have no learner`}>
          <Text size="sm" c="inherit" mb="xs">
            {plan.emptied.map(({ name, learners }) => `${name} (${several(learners, 'learner')} now)`).join(', ')}
          </Text>
          <Checkbox
            label="That is right: empty them"
            checked={emptied}
            onChange={(event) => setEmptied(event.currentTarget.checked)}
          />
        </Alert>
      )}
      <ProblemNote failure={apply.error} />
      <Group mt="lg" align="center">
        <Button disabled={!isReady} loading={apply.isPending} onClick={() => apply.mutate()}>
          {changes ? 'Make these changes' : 'Note that it is the same'}
        </Button>
        <Discard roster={roster}>Put it away</Discard>
        <Text role="status" c="dimmed" size="sm">
          {!isDecided
            ? `${several(open, 'person', 'people')} still to decide.`
            : isReady
              ? 'It can be taken back for a day.'
              : 'Say whether the classes are to be empty.'}
        </Text>
      </Group>
    </>
  );
}
/** Numbers that are no change. */
const STILL = new Set(['samePeople', 'others', 'faults']);

/** The numbers of a plan that are not nought, as sentences. */
export function PlanNumbers({ counts, isDone = false }: { readonly counts: Counts; readonly isDone?: boolean }) {
  const lines: readonly (readonly [number, string])[] = [
    [counts.newLearners, `${several(counts.newLearners, 'learner')} ${counts.newLearners === 1 ? 'is' : 'are'} new`],
    [counts.newTeachers, `${several(counts.newTeachers, 'teacher')} ${counts.newTeachers === 1 ? 'is' : 'are'} new`],
    [counts.twins, `${several(counts.twins, 'person', 'people')} may be here already`],
    [counts.changedPeople, `${several(counts.changedPeople, 'person', 'people')} with another name, address or number`],
    [counts.leaving, `${several(counts.leaving, 'person', 'people')} leave the school; what they made stays theirs`],
    [counts.back, `${several(counts.back, 'person', 'people')} had left and are back`],
    [
      counts.newClasses,
      `${several(counts.newClasses, 'class', 'classes')} ${counts.newClasses === 1 ? 'is' : 'are'} new`,
    ],
    [counts.changedClasses, `${several(counts.changedClasses, 'class', 'classes')} with another name, course or term`],
    [counts.terms, `${several(counts.terms, 'term')} new or with other days`],
    [counts.joining, `${several(counts.joining, 'place')} in classes taken`],
    [counts.leavingClasses, `${several(counts.leavingClasses, 'place')} in classes left`],
    [counts.samePeople, `${several(counts.samePeople, 'person', 'people')} stay as they are`],
    [counts.others, `${several(counts.others, 'line')} of guardians, other staff or later terms left aside`],
    [counts.faults, `${several(counts.faults, 'line')} left out or taken otherwise`],
  ];
  return (
    <List spacing={4} mb="sm" aria-label={isDone ? 'What was done' : 'What would change'}>
      {lines.flatMap(([count, words]) =>
        count > 0 && !(isDone && words.includes('may be here')) ? [<List.Item key={words}>{words}</List.Item>] : [],
      )}
    </List>
  );
}

function Names({
  title,
  names,
  total,
}: {
  readonly title: string;
  readonly names: readonly string[];
  readonly total: number;
}): ReactNode {
  if (total === 0) return null;
  return (
    <details style={{ marginBottom: 8 }}>
      <summary>
        {title} ({total.toLocaleString('en')})
      </summary>
      <List size="sm" mt={4} mb="sm" withPadding>
        {names.map((name, i) => (
          <List.Item key={i}>
            <bdi>{name}</bdi>
          </List.Item>
        ))}
        {total > names.length && <List.Item>and {(total - names.length).toLocaleString('en')} more</List.Item>}
      </List>
    </details>
  );
}

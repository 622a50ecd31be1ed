import { ActionIcon, Button, Group, Menu, Modal, Text, Title } from '@mantine/core';
import { IconDots, IconPlus, IconPrinter } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { ClassTabs } from '../../kits/classpage/index.ts';
import { AddNames, FirstPasswordDialog } from '../../kits/roster/index.ts';
import { call, client, useSession, type Api } from '../../shared/api/index.ts';
import { FieldsDialog } from '../../shared/dialogs/index.ts';
import {
  DialogFoot,
  Empty,
  ManyRows,
  offerUndo,
  PageTitle,
  ProblemNote,
  Show,
  whenText,
} from '../../shared/ui/index.ts';
import { classFields, termField } from './classFields.ts';
import { learnersText } from './ClassesPage.tsx';
import { Groups } from './Groups.tsx';
import { JoinCode } from './JoinCode.tsx';
import { NeedsDialog, needsText } from './Needs.tsx';
import { useClass } from './useClassActs.ts';

type Person = Api['RosterPersonDto'];
type Learner = Api['ClassLearnerDto'];
type Whole = Api['ClassWithPeopleDto'];
type Acts = ReturnType<typeof useClass>;
type Open = 'names' | 'learner' | 'teacher' | 'fields' | 'code' | 'removal' | null;

/** Who is in a class: learners and teachers, taken in and let go. */
export function ClassPage() {
  const { class: id = '' } = useParams();
  const acts = useClass(id);
  return (
    <div className="ob-page">
      <Link to="/classes">All classes</Link>
      <Show of={acts.found} what="Fetching the class">
        {(whole) => <Filled key={whole.id} whole={whole} acts={acts} />}
      </Show>
    </div>
  );
}

function Filled({ whole, acts }: { readonly whole: Whole; readonly acts: Acts }) {
  const me = useSession();
  const [open, setOpen] = useState<Open>(null);
  const [letIn, setLetIn] = useState<Person | null>(null);
  const [needing, setNeeding] = useState<Learner | null>(null);
  const terms = useQuery({
    queryKey: ['terms'],
    queryFn: () => call(client.GET('/api/terms')),
    enabled: open === 'fields',
  });
  const close = () => setOpen(null);
  const fresh = whole.roster.filter((one) => one.isNew).length;
  const add = (
    <Button leftSection={<IconPlus size={18} aria-hidden />} onClick={() => setOpen('names')}>
      Add learners
    </Button>
  );
  return (
    <>
      <PageTitle>{whole.name}</PageTitle>
      <Group justify="space-between" my="sm">
        <div>
          <Title order={1}>
            <bdi>{whole.name}</bdi>
          </Title>
          <Text c="dimmed">
            {whole.course && (
              <>
                <bdi>{whole.course}</bdi> ·{' '}
              </>
            )}
            {learnersText(whole.learners)}
          </Text>
        </div>
        <Group gap="xs">
          {whole.learners > 0 && add}
          {fresh > 0 && (
            <Button
              component="a"
              href={`/api/classes/${whole.id}/slips`}
              target="_blank"
              variant="default"
              leftSection={<IconPrinter size={18} aria-hidden />}
            >
              Print {fresh} {fresh === 1 ? 'slip' : 'slips'}
            </Button>
          )}
          <ClassMenu onOpen={setOpen} />
        </Group>
      </Group>
      {me?.role === 'teacher' && <ClassTabs id={whole.id} here="people" />}
      <ProblemNote failure={acts.takeOut.error ?? acts.answer.error} />
      <WhoAsks whole={whole} acts={acts} />
      {whole.roster.length === 0 ? (
        <Empty title="Nobody learns here yet" action={add}>
          Type or paste their names. Each gets a name to sign in with, and a slip to take along.
        </Empty>
      ) : (
        <section aria-label="Learners">
          <ManyRows rows={whole.roster}>
            {(one) => (
              <Row
                key={one.id}
                person={one}
                whole={whole}
                acts={acts}
                onLetIn={setLetIn}
                onNeeds={() => setNeeding(one)}
              />
            )}
          </ManyRows>
        </section>
      )}
      {whole.roster.length > 0 && <Groups whole={whole} acts={acts} />}
      <section aria-label="Teachers">
        <Group justify="space-between" mt="xl" mb="xs">
          <Title order={2}>Teachers</Title>
          <Button variant="subtle" onClick={() => setOpen('teacher')}>
            Add a teacher
          </Button>
        </Group>
        {whole.teachers.length === 0 ? (
          <Text c="dimmed">Nobody teaches this class yet. Add whoever does.</Text>
        ) : (
          <ManyRows rows={whole.teachers}>
            {(one) => <Row key={one.id} person={one} whole={whole} acts={acts} onLetIn={setLetIn} />}
          </ManyRows>
        )}
      </section>
      {letIn && <FirstPasswordDialog person={letIn} onGiven={acts.refresh} onClose={() => setLetIn(null)} />}
      {open === 'names' && (
        <AddNames
          title={`Learners for ${whole.name}`}
          noun={['learner', 'learners']}
          there={whole.roster.map((one) => one.name)}
          onAdd={acts.addLearners}
          onClose={close}
        />
      )}
      {open === 'learner' && (
        <FieldsDialog
          title="Somebody of another class"
          action="Add to the class"
          fields={[{ name: 'signInName', label: 'The learner signs in as', max: 80, plain: true }]}
          onSave={({ signInName }) => acts.addLearner(signInName)}
          onClose={close}
        />
      )}
      {open === 'teacher' && (
        <FieldsDialog
          title="Another teacher"
          action="Add to the class"
          fields={[{ name: 'signInName', label: 'The teacher signs in as', max: 80, plain: true }]}
          onSave={({ signInName }) => acts.addTeacher(signInName)}
          onClose={close}
        />
      )}
      {open === 'fields' && terms.data && (
        <FieldsDialog
          title="This class"
          action="Save"
          fields={[...classFields(whole), termField(whole.termId, terms.data)]}
          onSave={({ termId, ...names }) => acts.describe({ ...names, termId: termId || null })}
          onClose={close}
        />
      )}
      {open === 'code' && (
        <JoinCode whole={whole} onOpen={acts.openCode} onCloseCode={acts.closeCode} onClose={close} />
      )}
      {needing && (
        <NeedsDialog
          person={needing}
          onSave={(needs) => acts.setNeeds(needing.id, needs)}
          onClose={() => setNeeding(null)}
        />
      )}
      {open === 'removal' && <Removal whole={whole} onRemove={acts.remove} onClose={close} />}
    </>
  );
}

function ClassMenu({ onOpen }: { readonly onOpen: (what: Open) => void }) {
  return (
    <Menu>
      <Menu.Target>
        <ActionIcon size={44} variant="subtle" color="var(--ob-text)" aria-label="More for this class">
          <IconDots aria-hidden />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={() => onOpen('code')}>Join code …</Menu.Item>
        <Menu.Item onClick={() => onOpen('learner')}>Add a learner of another class</Menu.Item>
        <Menu.Item onClick={() => onOpen('fields')}>Rename</Menu.Item>
        <Menu.Item onClick={() => onOpen('removal')}>Remove this class</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

/** Who asks to come in: a yes or a no for each. */
function WhoAsks({ whole, acts }: { readonly whole: Whole; readonly acts: Acts }) {
  if (whole.asking.length === 0) return null;
  return (
    <section aria-label="Ask to join">
      <Title order={2} mb="xs">
        Ask to join
      </Title>
      <ul className="ob-rows ob-card">
        {whole.asking.map(({ id, name, at }) => (
          <li key={id} className="ob-row">
            <div className="ob-row-main">
              <bdi>{name}</bdi>
              <Text size="sm" c="dimmed">
                asked {whenText(at)}
              </Text>
            </div>
            <Button
              size="sm"
              aria-label={`Let ${name} in`}
              onClick={() => acts.answer.mutate({ person: id, letIn: true })}
            >
              Let in
            </Button>
            <Button
              size="sm"
              variant="default"
              aria-label={`Say no to ${name}`}
              onClick={() => acts.answer.mutate({ person: id, letIn: false })}
            >
              No
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface RowProps {
  readonly person: Person | Learner;
  readonly whole: Whole;
  readonly acts: Acts;
  readonly onLetIn: (person: Person) => void;
  /** For learners, where what they need may be known. */
  readonly onNeeds?: () => void;
}

function Row({ person, whole, acts, onLetIn, onNeeds }: RowProps) {
  const me = useSession();
  const isLearner = person.role === 'learner';
  const takeOut = () =>
    acts.takeOut.mutate(person.id, {
      onSuccess: ({ back }) =>
        offerUndo(`${person.name} is no longer in ${whole.name}. Their work stays theirs.`, () =>
          acts.bringBack(person.id, back),
        ),
    });
  return (
    <li className="ob-row">
      <div className="ob-row-main">
        {isLearner && me?.role === 'teacher' ? (
          <Link to={`/classes/${whole.id}/learners/${person.id}`} title={`What ${person.name} watched`}>
            <bdi>{person.name}</bdi>
          </Link>
        ) : (
          <bdi>{person.name}</bdi>
        )}
        <Text size="sm" c="dimmed">
          {person.registerName && (
            <>
              in the register <bdi>{person.registerName}</bdi>,{' '}
            </>
          )}
          signs in as {person.signInName}
          {'needs' in person && person.needs && ` · ${needsText(person.needs)}`}
        </Text>
      </div>
      <Text size="sm" c="dimmed">
        {person.leftAt ? 'has left the school' : person.isNew ? 'has not signed in yet' : ''}
      </Text>
      <Menu>
        <Menu.Target>
          <ActionIcon size={44} variant="subtle" color="var(--ob-text)" aria-label={`More for ${person.name}`}>
            <IconDots aria-hidden />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          {(isLearner || me?.role === 'keeper') && (
            <Menu.Item onClick={() => onLetIn(person)}>
              {person.isNew ? 'Show the first password' : 'Forgotten password'}
            </Menu.Item>
          )}
          {onNeeds && me?.role === 'teacher' && <Menu.Item onClick={onNeeds}>What they need …</Menu.Item>}
          <Menu.Item onClick={takeOut}>Take out of this class</Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </li>
  );
}

interface RemovalProps {
  readonly whole: Whole;
  readonly onRemove: () => Promise<unknown>;
  readonly onClose: () => void;
}

function Removal({ whole, onRemove, onClose }: RemovalProps) {
  const navigate = useNavigate();
  const [failure, setFailure] = useState<unknown>(null);
  const remove = () => {
    setFailure(null);
    onRemove().then(() => navigate('/classes'), setFailure);
  };
  return (
    <Modal opened onClose={onClose} title={`Remove ${whole.name}?`}>
      <Text mb="md">
        The class goes; its {learnersText(whole.learners)} stay in the school, with all that is theirs. A class that
        work was given to cannot be removed.
      </Text>
      <ProblemNote failure={failure} />
      <DialogFoot onClose={onClose}>
        <Button color="ember" onClick={remove}>
          Remove the class
        </Button>
      </DialogFoot>
    </Modal>
  );
}

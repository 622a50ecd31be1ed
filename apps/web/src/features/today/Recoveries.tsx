import { Button, Text, Title } from '@mantine/core';
import { fromSeconds, timeText } from '@oakbell/core/clock';
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { leftTakes, recoverTake, type LeftTake } from '../../kits/recorder/index.ts';
import { call, client, personHere, type Api } from '../../shared/api/index.ts';
import { notice, ProblemNote, whenText } from '../../shared/ui/index.ts';

interface Props {
  readonly unfinished: readonly Api['UnfinishedTakeDto'][];
  readonly onChange: () => void;
}

/** Recordings that were broken off: those in this browser, and those of which only the server has something. */
export function Recoveries({ unfinished, onChange }: Props) {
  const [left, setLeft] = useState<readonly LeftTake[]>([]);
  const look = useCallback(() => void leftTakes(personHere()).then(setLeft), []);
  useEffect(look, [look, unfinished]);
  const onDone = () => {
    // What was whole here already changes nothing of what the server tells.
    look();
    onChange();
  };
  const here = new Set(left.map((take) => take.facts.takeId));
  const elsewhere = unfinished.filter(({ take }) => !here.has(take.id));
  if (left.length + elsewhere.length === 0) return null;
  return (
    <section aria-label="Recordings that were broken off">
      <Title order={2} mb="xs">
        Recordings that were broken off
      </Title>
      <ul className="ob-rows ob-card">
        {left.map((take) => (
          <LeftHere key={take.facts.takeId} take={take} onDone={onDone} />
        ))}
        {elsewhere.map((one) => (
          <LeftElsewhere key={one.take.id} one={one} onDone={onDone} />
        ))}
      </ul>
    </section>
  );
}

function LeftHere({ take, onDone }: { readonly take: LeftTake; readonly onDone: () => void }) {
  const { lessonId, openedAt } = take.facts;
  return (
    <Row
      lessonId={lessonId}
      title={`A recording of ${timeText(fromSeconds(take.seconds))}`}
      note={`Begun ${whenText(openedAt)}. It is whole in this browser.`}
      work={() => recoverTake(take)}
      onDone={onDone}
    />
  );
}

function LeftElsewhere({ one, onDone }: { readonly one: Api['UnfinishedTakeDto']; readonly onDone: () => void }) {
  const { id, lessonId, openedAt } = one.take;
  return (
    <Row
      lessonId={lessonId}
      title={`A recording for ${one.lessonTitle}`}
      note={`Begun ${whenText(openedAt)} in another browser. If that browser is lost, what had reached the school can be kept.`}
      work={() => call(client.POST('/api/takes/{id}/finish-as-sent', { params: { path: { id } } }))}
      onDone={onDone}
    />
  );
}

interface RowProps {
  readonly lessonId: string;
  readonly title: string;
  readonly note: string;
  readonly work: () => Promise<unknown>;
  readonly onDone: () => void;
}

function Row({ lessonId, title, note, work, onDone }: RowProps) {
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const keep = () => {
    setBusy(true);
    work()
      .then(() => {
        notice({ message: 'The recording is saved and is part of its lesson now.' });
        onDone();
      }, setFailure)
      .finally(() => setBusy(false));
  };
  return (
    <li className="ob-row">
      <div className="ob-row-main">
        <Link className="ob-link" to={`/lessons/${lessonId}/polish`}>
          {title}
        </Link>
        <Text size="sm" c="dimmed">
          {note}
        </Text>
        <ProblemNote failure={failure} />
      </div>
      <Button onClick={keep} loading={busy}>
        Keep it
      </Button>
    </li>
  );
}

import { Button, Group, Modal, NativeSelect, Stack, Text, TextInput } from '@mantine/core';
import { LONGEST_GUARDIAN_DAYS, USUAL_GUARDIAN_DAYS } from '@oakbell/core/people';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { copyText, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';

type Link = Api['GuardianLinkDto'];
const DAYS = [3, 7, USUAL_GUARDIAN_DAYS, 30, LONGEST_GUARDIAN_DAYS];

interface Props {
  readonly assignmentId: string;
  readonly learner: { readonly id: string; readonly name: string };
  /** One of the lessons; what came back on the learner's own work when null. */
  readonly lesson: { readonly id: string; readonly title: string } | null;
}

/** A link by which a guardian sees one piece of their child: made, copied, withdrawn, and when it was opened. */
export function GuardianLinks(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        variant="default"
        size="sm"
        style={{ alignSelf: 'flex-start' }}
        aria-label={`Link for a guardian of ${props.learner.name}`}
        onClick={() => setOpen(true)}
      >
        Link for a guardian
      </Button>
      {open && <LinksDialog {...props} onClose={() => setOpen(false)} />}
    </>
  );
}

function LinksDialog({ assignmentId, learner, lesson, onClose }: Props & { readonly onClose: () => void }) {
  const queries = useQueryClient();
  const queryKey = ['guardian-links', assignmentId];
  const path = { id: assignmentId };
  const [days, setDays] = useState(USUAL_GUARDIAN_DAYS);
  const links = useQuery({
    queryKey,
    queryFn: () => call(client.GET('/api/assignments/{id}/guardian-links', { params: { path } })),
  });
  const onSettled = () => queries.invalidateQueries({ queryKey });
  const make = useMutation({
    mutationFn: () => {
      const body = { learnerId: learner.id, lessonId: lesson?.id ?? null, days };
      return once((header) =>
        call(client.POST('/api/assignments/{id}/guardian-links', { params: { path, header }, body })),
      );
    },
    onSettled,
  });
  const withdraw = useMutation({
    mutationFn: (link: string) =>
      call(client.DELETE('/api/assignments/{id}/guardian-links/{link}', { params: { path: { ...path, link } } })),
    onSettled,
  });
  const isOfThis = (link: Link) => link.learnerId === learner.id && link.lessonId === (lesson?.id ?? null);
  return (
    <Modal opened onClose={onClose} size="lg" title={`For a guardian of ${learner.name}`}>
      <Stack gap="md">
        <Text>
          {lesson
            ? `Whoever has the link sees the lesson “${lesson.title}”`
            : 'Whoever has the link sees this feedback'}
          , and nothing else. No name stands on it but the child’s.
        </Text>
        <Group align="end">
          <NativeSelect
            data-autofocus
            label="Open for"
            data={DAYS.map((count) => ({ value: String(count), label: `${count} days` }))}
            value={String(days)}
            onChange={({ currentTarget }) => setDays(Number(currentTarget.value))}
          />
          <Button loading={make.isPending} onClick={() => make.mutate()}>
            Make a link
          </Button>
        </Group>
        <ProblemNote failure={make.error ?? withdraw.error} />
        <Show of={links} what="Fetching the links">
          {(all) => (
            <ul className="ob-rows" aria-label="Links">
              {all.filter(isOfThis).map((link) => (
                <LinkRow key={link.id} link={link} onWithdraw={() => withdraw.mutate(link.id)} />
              ))}
            </ul>
          )}
        </Show>
      </Stack>
    </Modal>
  );
}

function LinkRow({ link, onWithdraw }: { readonly link: Link; readonly onWithdraw: () => void }) {
  const address = `${location.origin}${link.path}`;
  return (
    <li style={{ padding: '8px 0' }}>
      {!link.ended && (
        <Group align="end" wrap="nowrap">
          <TextInput
            label="Link"
            readOnly
            style={{ flex: 1 }}
            value={address}
            onFocus={({ currentTarget }) => currentTarget.select()}
          />
          <Button onClick={() => void copyText(address, 'The link is copied.')}>Copy</Button>
          <Button variant="default" onClick={onWithdraw}>
            Withdraw
          </Button>
        </Group>
      )}
      <Text size="sm" c="dimmed">
        {link.ended ? 'Ended' : `Open until ${whenText(link.until)}`} · {openedText(link)}
      </Text>
    </li>
  );
}

function openedText({ timesOpened, firstOpenedAt, lastOpenedAt }: Link): string {
  if (firstOpenedAt === null || lastOpenedAt === null) return 'not opened yet';
  if (timesOpened === 1) return `opened ${whenText(firstOpenedAt)}`;
  return `opened ${timesOpened} times, first ${whenText(firstOpenedAt)}, last ${whenText(lastOpenedAt)}`;
}

import { Button, Modal, Text, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote, whenText } from '../../shared/ui/index.ts';

/** What was asked for, and waits for a teacher's yes; and the way to ask for more. */
export function JoinClass({
  code,
  onCode,
}: {
  readonly code: string | null;
  readonly onCode: (code: string | null) => void;
}) {
  const asked = useQuery({ queryKey: ['joining'], queryFn: () => call(client.GET('/api/joining')) });
  return (
    <section aria-label="Joining a class" style={{ marginTop: 24 }}>
      {asked.data?.map(({ classId, className, at }) => (
        <Text key={classId} mb="xs" role="status">
          You asked to join <bdi>{className}</bdi> {whenText(at)}. You are in once a teacher says yes.
        </Text>
      ))}
      <Button variant="default" size="sm" onClick={() => onCode('')}>
        Join a class
      </Button>
      {code !== null && <AskDialog begin={code} onClose={() => onCode(null)} />}
    </section>
  );
}

function AskDialog({ begin, onClose }: { readonly begin: string; readonly onClose: () => void }) {
  const queries = useQueryClient();
  const [code, setCode] = useState(begin);
  const ask = useMutation({
    mutationFn: () => call(client.POST('/api/joining', { body: { code } })),
    onSuccess: onClose,
    onSettled: () => queries.invalidateQueries({ queryKey: ['joining'] }),
  });
  return (
    <Modal opened onClose={onClose} title="Join a class">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          ask.mutate();
        }}
      >
        <TextInput
          data-autofocus
          label="The code of the class"
          description="Your teacher has it. It looks like K7MP-2QRT."
          autoCapitalize="characters"
          autoComplete="off"
          maxLength={20}
          value={code}
          onChange={({ currentTarget }) => setCode(currentTarget.value)}
        />
        <ProblemNote failure={ask.error} />
        <DialogFoot onClose={onClose}>
          <Button type="submit" loading={ask.isPending} disabled={code.trim() === ''}>
            Ask to join
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}

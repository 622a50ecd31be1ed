import { Button } from '@mantine/core';
import { IconMicrophone } from '@tabler/icons-react';
import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { call, client, once } from '../../shared/api/index.ts';
import { dayOf, dayText, ProblemNote } from '../../shared/ui/index.ts';

/** So long a quick word is meant to be, in ms. */
const USUAL_MS = 60_000;

/** Opens the room with an empty board, for a word to a class. @param classId it is meant for; chosen afterwards when left out */
export function RecordWord({ classId }: { readonly classId?: string }) {
  const navigate = useNavigate();
  const begin = useMutation({
    mutationFn: () => {
      const title = `A word, ${dayText(dayOf(new Date()))}`;
      const body = { kind: 'worked', title, boards: 1, backdrop: { kind: 'blank' }, targetMs: USUAL_MS } as const;
      return once((header) => call(client.POST('/api/lessons', { params: { header }, body })));
    },
    onSuccess: ({ id }) => navigate(`/lessons/${id}/record${classId ? `?for=${classId}` : ''}`),
  });
  return (
    <div>
      <Button
        variant="light"
        leftSection={<IconMicrophone size={18} aria-hidden />}
        loading={begin.isPending}
        onClick={() => begin.mutate()}
      >
        Record a quick word
      </Button>
      <ProblemNote failure={begin.error} />
    </div>
  );
}

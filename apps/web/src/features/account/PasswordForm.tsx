import { Button, PasswordInput, Stack } from '@mantine/core';
import { useForm } from '@mantine/form';
import { SHORTEST_PASSWORD } from '@oakbell/core/people';
import { useState } from 'react';
import { Problem, useChangePassword } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

interface Props {
  /** What the button says. */
  readonly action: string;
  readonly onDone: () => void;
}

/** The password one has, and the one one wants: told at the field what is wrong with it. */
export function PasswordForm({ action, onDone }: Props) {
  const change = useChangePassword();
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const form = useForm({
    initialValues: { current: '', next: '', again: '' },
    validate: {
      current: (value) => (value === '' ? 'Type the password you have now' : null),
      next: (value) =>
        [...value].length < SHORTEST_PASSWORD
          ? `At least ${SHORTEST_PASSWORD} characters: a few words in a row are easy to keep`
          : null,
      again: (value, { next }) => (value === next ? null : 'This is not the same as above'),
    },
  });
  const submit = form.onSubmit(({ current, next }) => {
    setBusy(true);
    setFailure(null);
    change(current, next)
      .then(() => {
        form.reset();
        onDone();
      })
      .catch((problem: unknown) => {
        const fields = problem instanceof Problem ? problem.fields : {};
        if (Object.keys(fields).length > 0) form.setErrors({ ...fields });
        else setFailure(problem);
      })
      .finally(() => setBusy(false));
  });
  return (
    <form onSubmit={submit} noValidate>
      <Stack maw={400}>
        <PasswordInput
          label="Password you have now"
          autoComplete="current-password"
          {...form.getInputProps('current')}
        />
        <PasswordInput
          label="New password"
          description={`At least ${SHORTEST_PASSWORD} characters. A few words in a row are easy to keep and hard to guess.`}
          autoComplete="new-password"
          {...form.getInputProps('next')}
        />
        <PasswordInput label="New password again" autoComplete="new-password" {...form.getInputProps('again')} />
        <ProblemNote failure={failure} />
        <Button type="submit" loading={busy} style={{ alignSelf: 'flex-start' }}>
          {action}
        </Button>
      </Stack>
    </form>
  );
}

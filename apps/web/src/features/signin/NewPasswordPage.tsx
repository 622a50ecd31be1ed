import { Button, PasswordInput, Stack, Text, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { SHORTEST_PASSWORD } from '@oakbell/core/people';
import { useMutation } from '@tanstack/react-query';
import { Link, useLocation, useNavigate } from 'react-router';
import { call, client, Problem } from '../../shared/api/index.ts';
import { Door, ProblemNote } from '../../shared/ui/index.ts';

/** Where the mail for a forgotten password leads: what it holds stands behind #, where no server reads it. */
export function NewPasswordPage() {
  const { hash } = useLocation();
  const navigate = useNavigate();
  const link = new URLSearchParams(hash.slice(1));
  const [person, key] = [link.get('person') ?? '', link.get('key') ?? ''];
  const form = useForm({
    initialValues: { next: '', again: '' },
    validate: {
      next: (value) =>
        [...value].length < SHORTEST_PASSWORD
          ? `At least ${SHORTEST_PASSWORD} characters: a few words in a row are easy to keep`
          : null,
      again: (value, { next }) => (value === next ? null : 'This is not the same as above'),
    },
  });
  const save = useMutation({
    mutationFn: (next: string) => call(client.PUT('/api/forgotten/password', { body: { person, key, next } })),
    onSuccess: () => navigate('/sign-in?chosen', { replace: true }),
    onError: (problem) => form.setErrors(problem instanceof Problem ? { ...problem.fields } : {}),
  });
  const isAtField = save.error instanceof Problem && Object.keys(save.error.fields).length > 0;
  if (!person || !key)
    return (
      <Door title="New password" width={440}>
        <Title order={1}>This address is not whole</Title>
        <Text>Open the whole address that stands in the mail, or ask for another one.</Text>
        <Link to="/forgotten">Ask for another mail</Link>
      </Door>
    );
  return (
    <Door title="New password" width={440}>
      <Title order={1}>Choose a new password</Title>
      <Text>Wherever you are signed in now, you will be signed out.</Text>
      <form onSubmit={form.onSubmit(({ next }) => save.mutate(next))} noValidate>
        <Stack>
          <PasswordInput
            label="New password"
            description={`At least ${SHORTEST_PASSWORD} characters. A few words in a row are easy to keep and hard to guess.`}
            autoComplete="new-password"
            autoFocus
            {...form.getInputProps('next')}
          />
          <PasswordInput label="New password again" autoComplete="new-password" {...form.getInputProps('again')} />
          {!isAtField && <ProblemNote failure={save.error} />}
          <Button type="submit" loading={save.isPending}>
            Use this password
          </Button>
          {save.isError && !isAtField && <Link to="/forgotten">Ask for another mail</Link>}
        </Stack>
      </form>
    </Door>
  );
}

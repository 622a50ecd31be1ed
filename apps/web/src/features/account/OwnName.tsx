import { Button, Group, Text, TextInput, Title } from '@mantine/core';
import { LONGEST_NAME } from '@oakbell/core/people';
import { useMutation } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { call, client, useSession, useStaySignedIn, type Api } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** The name that others see. The school's own stays known to those who teach and keep. */
export function OwnName() {
  const me = useSession();
  return me ? <Field key={me.name} me={me} /> : null;
}

function Field({ me }: { readonly me: Api['MeDto'] }) {
  const again = useStaySignedIn();
  const [name, setName] = useState(me.name);
  const save = useMutation({
    mutationFn: (name: string | null) => call(client.PUT('/api/own-name', { body: { name } })),
    onSuccess: () => again(),
  });
  const changed = name.trim() !== '' && name.trim() !== me.name;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (changed) save.mutate(name.trim());
  };
  return (
    <section className="ob-card" style={{ padding: 16 }} aria-labelledby="own-name">
      <Title order={2} id="own-name" mb="xs">
        Name
      </Title>
      <form onSubmit={submit}>
        <Group align="end">
          <TextInput
            label="Name as shown"
            maxLength={LONGEST_NAME}
            autoComplete="name"
            style={{ flex: 1, maxWidth: 400 }}
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <Button type="submit" variant="default" disabled={!changed} loading={save.isPending}>
            Use this name
          </Button>
        </Group>
      </form>
      <Text size="sm" c="dimmed" mt="xs">
        {me.registerName ? (
          <>
            In the school’s register you are <bdi>{me.registerName}</bdi>. Your school sees that name too.
          </>
        ) : (
          'The name your school has for you. If you choose another one, your school still sees both.'
        )}
      </Text>
      {me.registerName && (
        <Button variant="subtle" mt="xs" px={0} onClick={() => save.mutate(null)}>
          Use the register’s name again
        </Button>
      )}
      <ProblemNote failure={save.error} />
    </section>
  );
}

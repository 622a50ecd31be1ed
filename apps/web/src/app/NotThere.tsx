import { Button, Stack, Text, Title } from '@mantine/core';
import { Link } from 'react-router';
import { PageTitle } from '../shared/ui/index.ts';

export function NotThere() {
  return (
    <Stack className="ob-page" align="flex-start" component="main">
      <PageTitle>There is no such page</PageTitle>
      <Title order={1}>There is no such page</Title>
      <Text>The address may be old or mistyped. Nothing is lost.</Text>
      <Button component={Link} to="/">
        Go to the beginning
      </Button>
    </Stack>
  );
}

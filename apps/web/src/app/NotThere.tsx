import { Button, Stack, Text, Title } from '@mantine/core';
import { Link } from 'react-router';

export function NotThere() {
  return (
    <Stack className="ob-page" align="flex-start">
      <Title order={1}>There is no such page</Title>
      <Text>The address may be old or mistyped. Nothing is lost.</Text>
      <Button component={Link} to="/">
        Go to the beginning
      </Button>
    </Stack>
  );
}

import { Button, Stack, Text, Title } from '@mantine/core';

/** When a screen fails: what is safe, and the way on. */
export function Crash() {
  return (
    <Stack className="ob-page" align="flex-start" role="alert">
      <Title order={1}>This page stopped working</Title>
      <Text>What was saved is safe, and a recording stays in this browser. Load the page again to go on.</Text>
      <Button onClick={() => window.location.reload()}>Load again</Button>
    </Stack>
  );
}

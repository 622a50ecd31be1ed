import { Button, Stack, Text, Title } from '@mantine/core';
import { Component, useEffect, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { PageTitle } from '../shared/ui/index.ts';
import { NotLoaded } from './place.tsx';

const LOOK_MS = 3000;

/** When a screen fails: what is safe, and the way on. A place that could not be fetched comes by itself. */
export function Crash({ children }: { readonly children: ReactNode }) {
  const { key } = useLocation();
  return <Caught at={key}>{children}</Caught>;
}

interface Props {
  readonly at: string;
  readonly children: ReactNode;
}
interface Fallen {
  readonly failure: unknown;
  /** Where it fell: whoever goes on to another place has left it behind. */
  readonly at: string;
}
class Caught extends Component<Props, { fallen: Fallen | null }> {
  override state: { fallen: Fallen | null } = { fallen: null };

  static getDerivedStateFromError(failure: unknown): { fallen: Fallen } {
    return { fallen: { failure, at: '' } };
  }
  static getDerivedStateFromProps(
    { at }: Props,
    { fallen }: { fallen: Fallen | null },
  ): { fallen: Fallen | null } | null {
    if (!fallen || fallen.at === at) return null;
    return { fallen: fallen.at === '' ? { ...fallen, at } : null };
  }

  override render(): ReactNode {
    const { fallen } = this.state;
    if (!fallen) return this.props.children;
    return fallen.failure instanceof NotLoaded ? <Fetching /> : <Stopped />;
  }
}

function Stopped() {
  return (
    <Stack className="ob-page" align="flex-start" component="main" role="alert">
      <PageTitle>This page stopped working</PageTitle>
      <Title order={1}>This page stopped working</Title>
      <Text>What was saved is safe, and a recording stays in this browser. Load the page again to go on.</Text>
      <Button onClick={() => window.location.reload()}>Load again</Button>
    </Stack>
  );
}

/** Waits until the school server is there, and loads the page that was wanted. */
function Fetching() {
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const look = () =>
      void fetch('/health/ready', { cache: 'no-store' }).then(
        ({ ok }) => (ok ? window.location.reload() : setTries((before) => before + 1)),
        () => setTries((before) => before + 1),
      );
    const timer = setTimeout(look, LOOK_MS);
    window.addEventListener('online', look);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('online', look);
    };
  }, [tries]);
  return (
    <Stack className="ob-page" align="flex-start" component="main" role="status">
      <PageTitle>Waiting for the school server</PageTitle>
      <Title order={1}>Waiting for the school server</Title>
      <Text>This page could not be fetched. It opens by itself as soon as the server is there; nothing is lost.</Text>
      <Button onClick={() => window.location.reload()}>Try now</Button>
    </Stack>
  );
}

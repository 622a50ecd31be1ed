import { Title, Text } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Navigate, useLocation } from 'react-router';
import { call, client, useSession } from '../../../shared/api/index.ts';
import { Door, Show, Waiting } from '../../../shared/ui/index.ts';
import { handPass } from './pass.ts';

/** The window that a frame opens: whoever is signed in here watches there. */
export function PassPage() {
  const person = useSession();
  const { pathname } = useLocation();
  if (person === undefined) return <Waiting what="Opening" />;
  if (person === null) return <Navigate to={`/sign-in?to=${encodeURIComponent(pathname)}`} replace />;
  if (person.mustChangePassword) return <Navigate to="/first-password" replace />;
  return <Pass />;
}

function Pass() {
  const passed = useQuery({
    queryKey: ['frame-pass'],
    queryFn: () => call(client.POST('/api/frames/passes')),
    staleTime: Infinity,
    gcTime: 0,
  });
  const [isHeard, setHeard] = useState(true);
  const pass = passed.data?.pass;
  useEffect(() => {
    if (pass === undefined) return;
    if (handPass(pass)) window.close();
    else setHeard(false);
  }, [pass]);
  return (
    <Door title="Watch in the page">
      <Title order={1}>You are signed in</Title>
      <Show of={passed} what="Telling the page">
        {() => (
          <Text>
            {isHeard
              ? 'This window closes by itself.'
              : 'Close this window, and press “Sign in to watch” in the page once more.'}
          </Text>
        )}
      </Show>
    </Door>
  );
}

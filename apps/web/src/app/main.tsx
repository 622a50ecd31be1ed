import { present } from '@oakbell/core/present';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bitter';
import '@mantine/core/styles.layer.css';
import './global.css';
import { MantineProvider } from '@mantine/core';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { followSession, Problem, Queries } from '../shared/api/index.ts';
import { NoticesHere } from '../shared/ui/index.ts';
import { keepFocus } from './focusKeeper.ts';
import { Router } from './router.tsx';
import { cssVariables, theme } from './theme.ts';

const queries = new Queries({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // What is kept on this device answers also where the browser knows of no network.
      networkMode: 'always',
      refetchOnReconnect: true,
      // What the server refuses it will refuse again; what did not arrive is worth another try.
      retry: (count, failure) =>
        count < 3 && (!(failure instanceof Problem) || failure.status === 0 || failure.status >= 500),
    },
  },
});

followSession(queries);
keepFocus();

createRoot(present(document.getElementById('root'))).render(
  <StrictMode>
    <MantineProvider theme={theme} cssVariablesResolver={cssVariables} forceColorScheme="light">
      <QueryClientProvider client={queries}>
        <NoticesHere />
        <Router />
      </QueryClientProvider>
    </MantineProvider>
  </StrictMode>,
);

import { Stack } from '@mantine/core';
import type { ReactNode } from 'react';
import { PageTitle } from './PageTitle.tsx';

/** What stands before everything else: one card in the middle. */
export function Door({
  title,
  width = 400,
  children,
}: {
  /** Of the browser's tab. */
  readonly title: string;
  readonly width?: number;
  readonly children: ReactNode;
}) {
  return (
    <main style={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', padding: 16 }}>
      <PageTitle>{title}</PageTitle>
      <Stack className="ob-card" p="xl" w="100%" maw={width}>
        {children}
      </Stack>
    </main>
  );
}

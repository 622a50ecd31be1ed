import { Tooltip } from '@mantine/core';
import type { RefObject } from 'react';

/** What stands beside a button while somebody is at it. */
export const Tip = ({ label, target }: { readonly label: string; readonly target: RefObject<HTMLElement | null> }) => (
  <Tooltip opened label={label} target={target} />
);

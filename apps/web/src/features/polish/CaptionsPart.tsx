import { Button, Stack, Text } from '@mantine/core';
import { Link } from 'react-router';
import { useCaptionRows } from '../../kits/captions/index.ts';
import { Show } from '../../shared/ui/index.ts';
import type { Polish } from './usePolish.ts';

/** How far what is said is typed, and the way to it. */
export function CaptionsPart({ polish: { lesson } }: { readonly polish: Polish }) {
  const { fetched, rows = [] } = useCaptionRows(lesson);
  const typed = rows.filter(({ isTyped }) => isTyped).length;
  return (
    <Show of={fetched} what="Listening for where something is said">
      {() => (
        <Stack gap="xs" align="start">
          <Text size="sm">
            {rows.length === 0
              ? 'Nothing is said in this lesson.'
              : typed === 0
                ? 'Some learners need what is said in writing. Each stretch is heard, and you type it.'
                : typed === rows.length
                  ? 'All that is said is typed. Learners have it in what you publish from now on.'
                  : `${typed} of ${rows.length} stretches are typed.`}
          </Text>
          {rows.length > 0 && (
            <Button component={Link} to={`/lessons/${lesson.id}/polish/captions`} variant="default" size="sm">
              {typed === 0 ? 'Type captions' : 'Go on with the captions'}
            </Button>
          )}
        </Stack>
      )}
    </Show>
  );
}

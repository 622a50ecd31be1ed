import { Button, Code, Group, Popover, Stack, Text, TextInput } from '@mantine/core';
import { nameFrom, NAMING_FIELDS, namingFault } from '@oakbell/core/naming';
import { useState } from 'react';
import { ProblemNote } from '../../shared/ui/index.ts';
import { useCourseActs, usePreferences } from './courses.ts';

const EXAMPLE = {
  course: 'Coastal navigation',
  unit: 'Tides',
  number: '4',
  title: 'The rule of twelfths',
  class: '10a',
  learner: 'Tam Oriel',
  date: '12 May',
};

/** How new lessons are named, set once: words with fields in braces, and what comes of them. */
export function NamingPattern() {
  const { data } = usePreferences();
  const acts = useCourseActs();
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState<string | null>(null);
  const pattern = draft ?? data?.naming ?? '';
  const fault = namingFault(pattern);
  return (
    <Popover opened={open} onChange={setOpen} withinPortal trapFocus position="bottom-end">
      <Popover.Target>
        <Button variant="subtle" color="oak" onClick={() => setOpen(!open)}>
          Naming
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap="xs" w={380}>
          <TextInput
            label="New lessons are named"
            maxLength={200}
            value={pattern}
            onChange={(event) => setDraft(event.currentTarget.value)}
            error={fault === null ? null : `There is no field {${fault}}`}
          />
          <Group gap={4}>
            {NAMING_FIELDS.map((field) => (
              <Button key={field} size="compact-sm" variant="default" onClick={() => setDraft(`${pattern}{${field}}`)}>
                {field}
              </Button>
            ))}
          </Group>
          <Text size="sm" role="status">
            Example: <Code>{fault === null ? nameFrom(pattern, EXAMPLE) : '…'}</Code>
          </Text>
          <ProblemNote failure={acts.setNaming.error} />
          <Button
            size="sm"
            disabled={fault !== null || pattern.trim() === ''}
            loading={acts.setNaming.isPending}
            onClick={() => acts.setNaming.mutate(pattern.trim(), { onSuccess: () => setOpen(false) })}
          >
            Use this pattern
          </Button>
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

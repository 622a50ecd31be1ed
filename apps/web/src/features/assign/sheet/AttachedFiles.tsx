import { Button, FileButton, Group, Input, Progress, Stack, Text } from '@mantine/core';
import { MOST_ATTACHMENTS } from '@oakbell/core/assigning';
import { IconX } from '@tabler/icons-react';
import { useId } from 'react';
import type { useBringing, Api } from '../../../shared/api/index.ts';
import { IconAction, ProblemNote, sizeText } from '../../../shared/ui/index.ts';
import classes from '../Assign.module.css';

type File = Api['AttachmentDto'];
const TAKEN = '.pdf,.pptx,.odp,.docx,.odt,.xlsx,.ods,image/*,audio/*,video/*';

interface Props {
  readonly files: readonly File[];
  readonly onChange: (files: readonly File[]) => void;
  readonly bringing: Bringing;
}
export type Bringing = ReturnType<typeof useBringing<File>>;

/** Files that go with what is given: brought at once, and given with the sheet. */
export function AttachedFiles({ files, onChange, bringing: { bring, busy, share, failure } }: Props) {
  const label = useId();
  const room = MOST_ATTACHMENTS - files.length;
  return (
    <Stack gap={4} role="group" aria-labelledby={label}>
      <Input.Label component="div" id={label}>
        Files
      </Input.Label>
      <Text size="sm" c="dimmed">
        A chart, a table, a form: learners save them from their desk.
      </Text>
      {files.length > 0 && (
        <ul className={classes.files}>
          {files.map((file) => (
            <li key={file.id}>
              <span>
                <bdi>{file.name}</bdi> <span className={classes.size}>{sizeText(file.bytes)}</span>
              </span>
              <IconAction
                label={`Leave out ${file.name}`}
                onClick={() => onChange(files.filter((other) => other !== file))}
              >
                <IconX />
              </IconAction>
            </li>
          ))}
        </ul>
      )}
      <Group>
        <FileButton multiple accept={TAKEN} onChange={(chosen) => bring(...chosen.slice(0, room))}>
          {(props) => (
            <Button {...props} variant="default" loading={busy} disabled={room === 0}>
              Add files …
            </Button>
          )}
        </FileButton>
        {room === 0 && <Text size="sm">{MOST_ATTACHMENTS} files can go with one assignment.</Text>}
      </Group>
      {share !== null && <Progress value={share * 100} aria-label="Files on their way" />}
      <ProblemNote failure={failure} />
    </Stack>
  );
}

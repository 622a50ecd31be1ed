import { Group, Loader, NumberInput, Text } from '@mantine/core';
import type { ReactNode } from 'react';
import { useUpload, type Upload } from './uploads.ts';

/** Which page of a file; nothing for a file of one page. */
export function UploadPage({
  lessonId,
  upload,
  number,
  onNumber,
}: {
  readonly lessonId: string;
  readonly upload: Upload;
  readonly number: number;
  readonly onNumber: (number: number) => void;
}) {
  const { data } = useUpload(lessonId, upload);
  if (data.pages < 2) return null;
  return (
    <NumberInput
      label={`Page, 1 to ${data.pages}`}
      w={130}
      min={1}
      max={data.pages}
      value={number}
      onChange={(value) => typeof value === 'number' && value >= 1 && value <= data.pages && onNumber(value)}
    />
  );
}

/** Waits while slides are being opened. */
export function Ready({
  lessonId,
  upload,
  children,
}: {
  readonly lessonId: string;
  readonly upload: Upload;
  readonly children: ReactNode;
}) {
  const { data } = useUpload(lessonId, upload);
  if (data.state === 'failed') return <Text role="alert">{data.failure}</Text>;
  if (data.state === 'converting') {
    return (
      <Group role="status">
        <Loader size="sm" color="oak" />
        <Text>
          Opening “{data.name}”: {data.pages} slides. This takes a few seconds …
        </Text>
      </Group>
    );
  }
  return children;
}

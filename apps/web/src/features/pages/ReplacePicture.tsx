import { Button, FileButton, Group, Modal, Stack, Text } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Lesson, LessonPage } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';
import { Ready, UploadPage } from './UploadParts.tsx';
import classes from './Pages.module.css';
import { bringFiles, previewOf, type Upload } from './uploads.ts';
import type { PageActs } from './usePageActs.ts';

interface Props {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly acts: PageActs;
  readonly onClose: () => void;
}

/** Another picture for a page, without touching its ink and its cues. */
export function ReplacePicture({ lesson, page, acts, onClose }: Props) {
  const [upload, setUpload] = useState<Upload | null>(null);
  const [number, setNumber] = useState(1);
  const bring = useMutation({
    mutationFn: async (file: File) => (await bringFiles(lesson.id, [file]))[0]!,
    onSuccess: (made) => {
      setUpload(made);
      // The corrected version of a file usually has the page in the same place.
      setNumber(Math.min(made.pages, lesson.pages.indexOf(page) + 1));
    },
  });
  const replace = () =>
    upload && acts.replacePicture.mutate({ page, upload: upload.id, number }, { onSuccess: onClose });
  return (
    <Modal opened onClose={onClose} title="Replace the picture of this page" size="lg">
      <Stack>
        <Text>Ink, cues and everything placed on the page stay where they are.</Text>
        <Group align="end">
          <FileButton
            onChange={(file) => file && bring.mutate(file)}
            accept=".pdf,.pptx,.odp,.svg,image/*"
            inputProps={{ 'aria-label': 'File with the new picture' }}
          >
            {(props) => (
              <Button variant={upload ? 'default' : 'filled'} loading={bring.isPending} {...props}>
                {upload ? upload.name : 'Choose a file'}
              </Button>
            )}
          </FileButton>
          {upload && <UploadPage lessonId={lesson.id} upload={upload} number={number} onNumber={setNumber} />}
        </Group>
        {upload && (
          <Ready lessonId={lesson.id} upload={upload}>
            <img
              className={classes.preview}
              src={previewOf(lesson.id, upload.id, number, true)}
              alt={`Page ${number} of ${upload.name}`}
            />
          </Ready>
        )}
        <ProblemNote failure={bring.error ?? acts.replacePicture.error} />
        <DialogFoot onClose={onClose}>
          <Button disabled={!upload} loading={acts.replacePicture.isPending} onClick={replace}>
            Use this picture
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

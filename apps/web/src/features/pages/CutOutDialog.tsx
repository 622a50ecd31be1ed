import { present } from '@oakbell/core/present';
import { Button, FileButton, Group, Modal, Select, Stack, Text } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { call, client, pictureOf, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Pages.module.css';
import type { Placed } from './placed.ts';
import { Ready, UploadPage } from './UploadParts.tsx';
import { bringFiles, previewOf, type Upload } from './uploads.ts';

interface Props {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly onClose: () => void;
  readonly onDone: (made: Placed) => void;
}
/** In shares of the picture, 0…1. */
interface Share {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
const FIRST: Share = { x: 0.2, y: 0.2, width: 0.4, height: 0.25 };
const STEP = 0.01;

/** A piece of any page of the lesson, or of any file, for the page that is open: drag a rectangle over it. */
export function CutOutDialog({ lesson, page, onClose, onDone }: Props) {
  const sources = lesson.pages.filter((one) => one.picture !== null);
  const [from, setFrom] = useState<string | null>(
    sources.find((one) => one.id !== page.id)?.id ?? sources[0]?.id ?? null,
  );
  const [upload, setUpload] = useState<Upload | null>(null);
  const [number, setNumber] = useState(1);
  const [part, setPart] = useState<Share>(FIRST);
  const bring = useMutation({
    mutationFn: async (file: File) => (await bringFiles(lesson.id, [file]))[0]!,
    onSuccess: (made) => {
      setUpload(made);
      setNumber(1);
    },
  });
  const cut = useMutation({
    mutationFn: () => {
      const where = upload ? { upload: upload.id, number } : { page: present(from) };
      return call(
        client.POST('/api/lessons/{id}/cut-outs', { params: { path: { id: lesson.id } }, body: { ...where, ...part } }),
      );
    },
    onSuccess: onDone,
  });
  const chosen = sources.find((one) => one.id === from);
  return (
    <Modal opened onClose={onClose} title="Cut-out" size="xl">
      <Stack>
        <Group align="end">
          {sources.length > 0 && (
            <Select
              label="From a page of this lesson"
              value={upload ? null : from}
              placeholder="…"
              data={sources.map((one) => ({ value: one.id, label: `Page ${lesson.pages.indexOf(one) + 1}` }))}
              onChange={(value) => {
                setUpload(null);
                setFrom(value);
              }}
            />
          )}
          <FileButton
            onChange={(file) => file && bring.mutate(file)}
            accept=".pdf,.pptx,.odp,image/*"
            inputProps={{ 'aria-label': 'File to cut from' }}
          >
            {(props) => (
              <Button variant="default" loading={bring.isPending} {...props}>
                {upload ? `From ${upload.name}` : 'From a file'}
              </Button>
            )}
          </FileButton>
          {upload && <UploadPage lessonId={lesson.id} upload={upload} number={number} onNumber={setNumber} />}
        </Group>
        {upload ? (
          <Ready lessonId={lesson.id} upload={upload}>
            <Cutter src={previewOf(lesson.id, upload.id, number, true)} part={part} onPart={setPart} />
          </Ready>
        ) : chosen ? (
          <Cutter src={pictureOf(lesson.id)(present(chosen.picture))} part={part} onPart={setPart} />
        ) : (
          <Text c="dimmed">Choose a file: a PDF, slides or a picture. Then drag a rectangle over what you want.</Text>
        )}
        <ProblemNote failure={bring.error ?? cut.error} />
        <DialogFoot onClose={onClose}>
          <Button disabled={!upload && !chosen} loading={cut.isPending} onClick={() => cut.mutate()}>
            Put this piece on the page
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

/** A rectangle over a picture: dragged anew anywhere, or moved and sized with the arrow keys. */
function Cutter({
  src,
  part,
  onPart,
}: {
  readonly src: string;
  readonly part: Share;
  readonly onPart: (part: Share) => void;
}) {
  const picture = useRef<HTMLDivElement>(null);
  const from = useRef<{ x: number; y: number } | null>(null);
  const placeOf = (event: PointerEvent) => {
    const box = present(picture.current).getBoundingClientRect();
    const held = (value: number) => Math.max(0, Math.min(1, value));
    return { x: held((event.clientX - box.left) / box.width), y: held((event.clientY - box.top) / box.height) };
  };
  const onDown = (event: PointerEvent) => {
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = placeOf(event);
  };
  const onMove = (event: PointerEvent) => {
    if (!from.current) return;
    const to = placeOf(event);
    const { x, y } = from.current;
    onPart({
      x: Math.min(x, to.x),
      y: Math.min(y, to.y),
      width: Math.max(STEP, Math.abs(to.x - x)),
      height: Math.max(STEP, Math.abs(to.y - y)),
    });
  };
  const onKey = (event: KeyboardEvent) => {
    const dx = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key] ?? 0;
    const dy = { ArrowUp: -STEP, ArrowDown: STEP }[event.key] ?? 0;
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    const next = event.shiftKey
      ? { ...part, width: Math.max(STEP, part.width + dx), height: Math.max(STEP, part.height + dy) }
      : { ...part, x: part.x + dx, y: part.y + dy };
    if (next.x >= 0 && next.y >= 0 && next.x + next.width <= 1 && next.y + next.height <= 1) onPart(next);
  };
  return (
    <div
      ref={picture}
      className={classes.cutter}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={() => (from.current = null)}
    >
      <img src={src} alt="" draggable={false} />
      <div
        className={classes.cut}
        role="application"
        tabIndex={0}
        aria-label="Piece to cut out: arrow keys move it, with Shift they size it"
        onKeyDown={onKey}
        style={{
          left: `${part.x * 100}%`,
          top: `${part.y * 100}%`,
          width: `${part.width * 100}%`,
          height: `${part.height * 100}%`,
        }}
      />
    </div>
  );
}

import { Button, Group, Modal, Stack, Text } from '@mantine/core';
import { IconCamera, IconX } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { IconAction } from '../../shared/ui/index.ts';
import classes from './Scanner.module.css';
import { useScanner, type CameraFault, type TakenSheet } from './useScanner.ts';

const FAULT_WORDS: Readonly<Record<CameraFault, string>> = {
  refused: 'This page may not use the camera. Allow it in the address bar of the browser, then try again.',
  none: 'No camera was found. You can choose photos that you have taken already instead.',
  busy: 'Another program is using the camera. Close that program, then try again.',
};
/** So many sheets go in one hand-in. */
const MOST_SHEETS = 20;

interface Props {
  /** So many files are chosen already: sheets are numbered after them. */
  readonly after: number;
  readonly onClose: () => void;
  readonly onDone: (files: readonly File[]) => void;
}

/** Photographs sheets one after another: each is found by its edges, cropped, laid flat and made readable. */
export function Scanner({ after, onClose, onDone }: Props) {
  const { video, size, corners, fault, taking, take, retry } = useScanner();
  const [sheets, setSheets] = useState<readonly TakenSheet[]>([]);
  const [failed, setFailed] = useState(false);
  // Pictures of the sheets are let go of with the dialog.
  const all = useRef<readonly TakenSheet[]>([]);
  useEffect(() => void (all.current = sheets), [sheets]);
  useEffect(() => () => all.current.forEach(({ address }) => URL.revokeObjectURL(address)), []);
  const shoot = async () => {
    const sheet = await take();
    setFailed(sheet === null);
    if (sheet) setSheets((there) => [...there, sheet]);
  };
  const done = () =>
    onDone(sheets.map(({ blob }, i) => new File([blob], `sheet ${after + i + 1}.jpg`, { type: 'image/jpeg' })));
  const isFull = sheets.length >= MOST_SHEETS;
  return (
    <Modal opened fullScreen onClose={onClose} title="Photograph your sheets">
      <Stack gap="sm" className={classes.scanner}>
        {fault ? (
          <Stack role="alert">
            <Text>{FAULT_WORDS[fault]}</Text>
            <Button style={{ alignSelf: 'flex-start' }} onClick={retry}>
              Try again
            </Button>
          </Stack>
        ) : (
          <div className={classes.view} style={size ? { aspectRatio: `${size.width} / ${size.height}` } : {}}>
            <video ref={video} playsInline muted className={classes.video} aria-label="What the camera shows" />
            {size && corners && (
              <svg viewBox={`0 0 ${size.width} ${size.height}`} className={classes.found} aria-hidden>
                <polygon points={corners.map(({ x, y }) => `${x},${y}`).join(' ')} />
              </svg>
            )}
          </div>
        )}
        <Text role="status">
          {failed
            ? 'That picture could not be read. Take it once more.'
            : taking
              ? 'Laying the sheet flat …'
              : fault
                ? ''
                : corners
                  ? 'A sheet is seen.'
                  : 'Hold the camera over one sheet, so that all four corners are in the picture.'}
        </Text>
        {sheets.length > 0 && (
          <ol className={classes.sheets} aria-label="Sheets taken">
            {sheets.map((sheet, i) => (
              <li key={sheet.id}>
                <img src={sheet.address} alt={`Sheet ${i + 1}`} />
                <Text size="sm">
                  Sheet {i + 1}
                  {sheet.isWhole && ', the whole picture'}
                </Text>
                <IconAction
                  label={`Leave out sheet ${i + 1}`}
                  onClick={() => {
                    URL.revokeObjectURL(sheet.address);
                    setSheets(sheets.filter((one) => one !== sheet));
                  }}
                >
                  <IconX aria-hidden />
                </IconAction>
              </li>
            ))}
          </ol>
        )}
        <Group className={classes.foot}>
          <Button
            size="lg"
            leftSection={<IconCamera aria-hidden />}
            disabled={fault !== null || size === null || isFull}
            loading={taking}
            onClick={() => void shoot()}
          >
            {sheets.length === 0 ? 'Take this sheet' : 'Take the next sheet'}
          </Button>
          <Button size="lg" variant="default" disabled={sheets.length === 0 || taking} onClick={done}>
            {sheets.length <= 1 ? 'Use it' : `Use these ${sheets.length}`}
          </Button>
          <Button size="lg" variant="subtle" color="oak" onClick={onClose}>
            Close
          </Button>
        </Group>
        {isFull && <Text size="sm">These are as many sheets as one hand-in takes.</Text>}
      </Stack>
    </Modal>
  );
}

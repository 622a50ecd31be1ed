import { present } from '@oakbell/core/present';
import { Alert, Button, Code, Modal, Stack, Text, Textarea } from '@mantine/core';
import { toCanvas } from 'html-to-image';
import { useMemo, useRef, useState } from 'react';
import { drawnFormula } from '../../kits/formula/index.ts';
import { sendFiles } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Pages.module.css';
import type { Placed } from './placed.ts';

/** The picture has so many pixels for each pixel on the screen, so that it stays sharp close up. */
const SHARPNESS = 4;
/** A pixel on the screen is so many page units wide. */
const UNITS = 1.25;

interface Props {
  readonly lessonId: string;
  readonly begin: string;
  readonly onClose: () => void;
  readonly onDone: (source: string, made: Placed) => void;
}
/** A formula in LaTeX notation: seen as it is typed, and made into a picture that every painter paints alike. */
export function FormulaDialog({ lessonId, begin, onClose, onDone }: Props) {
  const [source, setSource] = useState(begin);
  const [making, setMaking] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const shown = useRef<HTMLDivElement>(null);
  const drawn = useMemo(() => drawnFormula(source, 'alone'), [source]);
  const place = async () => {
    setMaking(true);
    setFailure(null);
    try {
      const canvas = await toCanvas(present(shown.current), { pixelRatio: SHARPNESS });
      const bytes = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
      const file = new File([present(bytes)], 'formula.png', { type: 'image/png' });
      const [made] = await sendFiles<Placed[]>('POST', `/api/lessons/${lessonId}/assets`, [file]);
      const scale = UNITS / SHARPNESS;
      onDone(source, { digest: present(made).digest, width: canvas.width * scale, height: canvas.height * scale });
    } catch (problem) {
      setFailure(problem);
      setMaking(false);
    }
  };
  const fault = 'fault' in drawn ? drawn : null;
  return (
    <Modal opened onClose={onClose} title="Formula" size="lg">
      <Stack>
        <Textarea
          label="In LaTeX notation"
          description={String.raw`For example \tan\alpha = \frac{v \sin\beta}{u + v \cos\beta}`}
          autosize
          minRows={2}
          data-autofocus
          maxLength={4000}
          value={source}
          onChange={(event) => setSource(event.currentTarget.value)}
        />
        {fault ? (
          <Alert role="alert" title="This does not parse yet">
            <Text size="sm">{fault.fault}</Text>
            <Code block className={classes.faultPlace}>
              {source.slice(0, fault.at)}
              <mark>{source.slice(fault.at, fault.at + 12) || ' here'}</mark>
              {source.slice(fault.at + 12)}
            </Code>
          </Alert>
        ) : (
          <div className={classes.formulaBox}>
            {/* KaTeX escapes what it is given; trust is off, so a formula can neither link nor fetch. */}
            <div
              ref={shown}
              className={classes.formula}
              dangerouslySetInnerHTML={{ __html: 'html' in drawn ? drawn.html : '' }}
            />
          </div>
        )}
        <ProblemNote failure={failure} />
        <DialogFoot onClose={onClose}>
          <Button disabled={fault !== null || source.trim() === ''} loading={making} onClick={() => void place()}>
            Put it on the page
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

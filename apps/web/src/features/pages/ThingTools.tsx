import { ColorInput, Divider, Group, Menu, NumberInput, Textarea, TextInput } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconArrowNarrowRight,
  IconCircle,
  IconCrop,
  IconForms,
  IconLetterT,
  IconLine,
  IconMathFunction,
  IconPhoto,
  IconShape,
  IconSquare,
  IconStackBackward,
  IconStackForward,
  IconTrash,
} from '@tabler/icons-react';
import {
  LONGEST_FIELD,
  PAGE_WIDTH,
  type FieldThing,
  type FormulaThing,
  type PictureThing,
  type ShapeThing,
  type TextThing,
  type Thing,
} from '@oakbell/core/pages';
import { FIRST_PENS } from '@oakbell/core/log';
import { Suspense, useRef, useState } from 'react';
import { useBringing, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { IconAction, later, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Pages.module.css';
import type { Placed } from './placed.ts';
import type { PageActs } from './usePageActs.ts';

const FormulaDialog = later(async () => (await import('./FormulaDialog.tsx')).FormulaDialog);
const CutOutDialog = later(async () => (await import('./CutOutDialog.tsx')).CutOutDialog);

export type NewThing =
  | Omit<TextThing, 'id'>
  | Omit<PictureThing, 'id'>
  | Omit<FormulaThing, 'id'>
  | Omit<ShapeThing, 'id'>
  | Omit<FieldThing, 'id'>;
interface Props {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly acts: PageActs;
  readonly thing: Thing | null;
  readonly onAdd: (thing: NewThing) => void;
  readonly onChange: (part: Partial<Thing>) => void;
  readonly onRemove: () => void;
  readonly onLayer: (by: 1 | -1) => void;
  readonly onUndo: (() => void) | null;
  readonly onRedo: (() => void) | null;
}
/** The dark pen's colour: on a dark board it is painted as chalk. */
const INK = FIRST_PENS[0]!.colour;
const SHAPES = [
  { kind: 'line', name: 'Line', icon: IconLine },
  { kind: 'arrow', name: 'Arrow', icon: IconArrowNarrowRight },
  { kind: 'box', name: 'Box', icon: IconSquare },
  { kind: 'ellipse', name: 'Ellipse', icon: IconCircle },
] as const;

/** A picture as large as suits the page: half its width at most, two pixels a unit where it is small. */
export function placedPicture({ width, height }: Placed): { x: number; y: number; width: number; height: number } {
  const across = Math.min(PAGE_WIDTH / 2, width / 1.5);
  return { x: 60, y: 60, width: Math.round(across), height: Math.round((across * height) / width) };
}

/** What can be put on the page, and what can be done with the thing that is picked. */
export function ThingTools(props: Props) {
  const { lesson, page, thing, onAdd, onChange } = props;
  const [open, setOpen] = useState<'formula' | 'cut-out' | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const place = { x: 120, y: 120 };
  const { bring, failure } = useBringing<Placed>(`/api/lessons/${lesson.id}/assets`, (made) => {
    for (const one of made) onAdd({ kind: 'picture', picture: one.digest, ...placedPicture(one) });
  });
  return (
    <div className={classes.tools}>
      <Group gap={0} wrap="nowrap" role="toolbar" aria-label="Put on the page">
        <IconAction
          label="Text"
          onClick={() =>
            onAdd({ kind: 'text', text: 'Write here', ...place, width: 600, height: 50, size: 40, colour: INK })
          }
        >
          <IconLetterT aria-hidden />
        </IconAction>
        <IconAction label="Picture" onClick={() => file.current?.click()}>
          <IconPhoto aria-hidden />
        </IconAction>
        <input
          ref={file}
          type="file"
          accept="image/png,image/jpeg,image/webp"
          multiple
          hidden
          aria-label="Picture to place"
          onChange={(event) => bring(...(event.currentTarget.files ?? []))}
        />
        <IconAction label="Formula" onClick={() => setOpen('formula')}>
          <IconMathFunction aria-hidden />
        </IconAction>
        <Menu withinPortal>
          <Menu.Target>
            <IconAction label="Shape">
              <IconShape aria-hidden />
            </IconAction>
          </Menu.Target>
          <Menu.Dropdown>
            {SHAPES.map(({ kind, name, icon: Icon }) => (
              <Menu.Item
                key={kind}
                leftSection={<Icon size={20} aria-hidden />}
                onClick={() =>
                  onAdd({
                    kind,
                    ...place,
                    width: 360,
                    height: kind === 'line' || kind === 'arrow' ? 8 : 220,
                    colour: INK,
                    stroke: 4,
                  })
                }
              >
                {name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        <IconAction
          label="Field that learners type in, on a worksheet"
          onClick={() => onAdd({ kind: 'field', label: 'Answer', ...place, width: 600, height: 120 })}
        >
          <IconForms aria-hidden />
        </IconAction>
        <IconAction label="Cut-out from a page or file" onClick={() => setOpen('cut-out')}>
          <IconCrop aria-hidden />
        </IconAction>
        <Divider orientation="vertical" mx={6} />
        <IconAction label="Undo" keyText="Ctrl+Z" disabled={!props.onUndo} onClick={() => props.onUndo?.()}>
          <IconArrowBackUp aria-hidden />
        </IconAction>
        <IconAction label="Redo" keyText="Ctrl+Shift+Z" disabled={!props.onRedo} onClick={() => props.onRedo?.()}>
          <IconArrowForwardUp aria-hidden />
        </IconAction>
      </Group>
      {thing && (
        <Group gap="xs" wrap="nowrap" role="group" aria-label="The thing that is picked" className={classes.thingProps}>
          {thing.kind === 'text' && (
            <Textarea
              aria-label="Words"
              size="sm"
              autosize
              maxRows={3}
              w={260}
              maxLength={4000}
              value={thing.text}
              onFocus={(event) => thing.text === 'Write here' && event.currentTarget.select()}
              onChange={(event) => onChange({ text: event.currentTarget.value })}
            />
          )}
          {thing.kind === 'text' && (
            <NumberInput
              aria-label="Size of the letters"
              size="sm"
              w={84}
              min={12}
              max={200}
              step={4}
              value={thing.size}
              onChange={(size) => typeof size === 'number' && size >= 4 && onChange({ size })}
            />
          )}
          {thing.kind === 'field' && (
            <TextInput
              aria-label="What belongs in the field"
              size="sm"
              w={260}
              maxLength={LONGEST_FIELD}
              value={thing.label}
              onChange={(event) => onChange({ label: event.currentTarget.value })}
            />
          )}
          {'stroke' in thing && (
            <NumberInput
              aria-label="Width of the line"
              size="sm"
              w={84}
              min={1}
              max={60}
              value={thing.stroke}
              onChange={(stroke) => typeof stroke === 'number' && stroke >= 1 && onChange({ stroke })}
            />
          )}
          {'colour' in thing && thing.kind !== 'formula' && (
            <ColorInput
              aria-label="Colour"
              size="sm"
              w={130}
              format="hex"
              withEyeDropper={false}
              swatches={FIRST_PENS.map((pen) => pen.colour)}
              value={thing.colour}
              onChangeEnd={(colour) => /^#[0-9a-f]{6}$/i.test(colour) && onChange({ colour })}
            />
          )}
          {thing.kind === 'formula' && (
            <IconAction label="Change the formula" onClick={() => setOpen('formula')}>
              <IconMathFunction aria-hidden />
            </IconAction>
          )}
          <IconAction label="One layer up" onClick={() => props.onLayer(1)}>
            <IconStackForward aria-hidden />
          </IconAction>
          <IconAction label="One layer down" onClick={() => props.onLayer(-1)}>
            <IconStackBackward aria-hidden />
          </IconAction>
          <IconAction label="Take off the page" keyText="Delete" onClick={props.onRemove}>
            <IconTrash aria-hidden />
          </IconAction>
        </Group>
      )}
      <ProblemNote failure={failure} />
      <Suspense>
        {open === 'formula' && (
          <FormulaDialog
            lessonId={lesson.id}
            begin={thing?.kind === 'formula' ? thing.source : ''}
            onClose={() => setOpen(null)}
            onDone={(source, made) => {
              setOpen(null);
              const size = { width: Math.round(made.width), height: Math.round(made.height) };
              if (thing?.kind === 'formula') onChange({ source, picture: made.digest, ...size });
              else onAdd({ kind: 'formula', source, picture: made.digest, colour: INK, ...place, ...size });
            }}
          />
        )}
        {open === 'cut-out' && (
          <CutOutDialog
            lesson={lesson}
            page={page}
            onClose={() => setOpen(null)}
            onDone={(made) => {
              setOpen(null);
              onAdd({ kind: 'picture', picture: made.digest, ...placedPicture(made) });
            }}
          />
        )}
      </Suspense>
    </div>
  );
}

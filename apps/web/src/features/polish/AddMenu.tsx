import { present } from '@oakbell/core/present';
import { Button, Menu } from '@mantine/core';
import { fromMillis, fromSeconds } from '@oakbell/core/clock';
import { insertCard, layOver, type Overlay } from '@oakbell/core/edits';
import { PAGE_WIDTH, type Rect } from '@oakbell/core/pages';
import { FIRST_PENS } from '@oakbell/core/log';
import type { Scene } from '@oakbell/core/scene';
import {
  IconArrowNarrowRight,
  IconCardboards,
  IconEyeOff,
  IconHighlight,
  IconLetterT,
  IconMicrophone,
  IconPencilCog,
  IconPlus,
  IconPointer,
  IconReplace,
  IconSquare,
  IconUserSquare,
  IconZoomInArea,
} from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { newId, placeFor, type Place, type Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  /** What is on stage now; null on a card. */
  readonly scene: Scene | null;
  readonly onSelect: (id: string) => void;
  readonly onSpeak: () => void;
  readonly onStroke: () => void;
}
/** The colour that marks what was drawn afterwards: it must stand out from ink. */
const EMBER = (FIRST_PENS.find((pen) => pen.name === 'Red') ?? FIRST_PENS[0]!).colour;

/** Everything that can be put into a lesson afterwards, over what is marked or from the playhead on. */
export function AddMenu({ polish, scene, onSelect, onSpeak, onStroke }: Props) {
  const lay = (make: (place: Place, id: string, page: string, middle: Rect) => Overlay) => {
    const place = placeFor(polish);
    if (!place || !scene) return;
    const id = newId();
    const height = scene.page.height;
    const middle = { x: 500, y: Math.round(scene.top + height / 2 - 150), width: 600, height: 300 };
    polish.edit((now) => layOver(now, make(place, id, scene.page.id, middle)));
    onSelect(id);
  };
  const shape = (kind: 'box' | 'arrow') =>
    lay((place, id, page, middle) => ({
      ...place,
      id,
      kind: 'drawn',
      page,
      thing: { id, kind, ...middle, colour: EMBER, stroke: 6 },
    }));
  const card = () => {
    const words = { title: polish.lesson.title, line: '', ground: 'slate' } as const;
    const edit = insertCard(polish.edits, polish.time, words, fromSeconds(4), newId);
    polish.edit(edit);
    const made = edit?.op === 'together' ? edit.edits.findLast((one) => one.op === 'insert') : null;
    if (made?.op === 'insert') onSelect(made.segment.id);
  };
  const inset = scene?.camera.rect;
  const items: readonly (readonly [string, ReactNode, (() => void) | null])[] = [
    ['Title card', <IconCardboards key="i" aria-hidden size={18} />, card],
    [
      'Close-up',
      <IconZoomInArea key="i" aria-hidden size={18} />,
      () =>
        lay((place, id) => ({
          ...place,
          id,
          kind: 'close-up',
          view: { x: 400, y: 225, width: PAGE_WIDTH / 2 },
          ease: fromMillis(600),
        })),
    ],
    ['Box', <IconSquare key="i" aria-hidden size={18} />, () => shape('box')],
    ['Arrow', <IconArrowNarrowRight key="i" aria-hidden size={18} />, () => shape('arrow')],
    [
      'Words',
      <IconLetterT key="i" aria-hidden size={18} />,
      () =>
        lay((place, id, page, { x, y, width, height }) => ({
          ...place,
          id,
          kind: 'drawn',
          page,
          thing: { id, kind: 'text', x, y, width, height, text: 'Look here', size: 44, colour: EMBER },
        })),
    ],
    [
      'Highlight',
      <IconHighlight key="i" aria-hidden size={18} />,
      () => lay((place, id, page, middle) => ({ ...place, id, kind: 'highlight', page, ...middle, height: 80 })),
    ],
    [
      'Cover something up',
      <IconEyeOff key="i" aria-hidden size={18} />,
      () => lay((place, id, page, middle) => ({ ...place, id, kind: 'cover-up', page, ...middle })),
    ],
    [
      'Pointer off or larger',
      <IconPointer key="i" aria-hidden size={18} />,
      () => lay((place, id) => ({ ...place, id, kind: 'pointer', shown: 'larger' })),
    ],
    [
      'Inset hidden or moved',
      <IconUserSquare key="i" aria-hidden size={18} />,
      inset && scene.camera.opacity > 0
        ? () => lay((place, id) => ({ ...place, id, kind: 'inset', place: 'hidden' }))
        : null,
    ],
    [
      'Another page in its place',
      <IconReplace key="i" aria-hidden size={18} />,
      polish.lesson.pages.length > 1
        ? () =>
            lay((place, id, page) => ({
              ...place,
              id,
              kind: 'page',
              page,
              shows: present(polish.lesson.pages.find((one) => one.id !== page)).id,
            }))
        : null,
    ],
    ['Change or remove a stroke', <IconPencilCog key="i" aria-hidden size={18} />, scene ? onStroke : null],
    ['Speak over what is marked', <IconMicrophone key="i" aria-hidden size={18} />, polish.marked ? onSpeak : null],
  ];
  return (
    <Menu position="top-end" withinPortal>
      <Menu.Target>
        <Button variant="default" size="sm" leftSection={<IconPlus aria-hidden size={18} />} disabled={polish.busy}>
          Add
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>{polish.marked ? 'Over what is marked' : 'From the playhead on'}</Menu.Label>
        {items.map(([name, icon, act]) => (
          <Menu.Item key={name} leftSection={icon} disabled={act === null} onClick={() => act?.()}>
            {name}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

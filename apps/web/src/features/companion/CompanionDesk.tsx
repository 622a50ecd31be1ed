import { present } from '@oakbell/core/present';
import { Button, Group, Loader, Switch, Text, Title } from '@mantine/core';
import { IconArrowBackUp, IconEraser, IconPencil } from '@tabler/icons-react';
import type { TrayPen } from '@oakbell/core/log';
import { isStroke } from '@oakbell/core/log';
import { picturesOf } from '@oakbell/core/pages';
import { plainScene } from '@oakbell/core/scene';
import { useEffect, useRef, useState, useSyncExternalStore, type PointerEvent } from 'react';
import type { DevicePoint } from '@oakbell/core/companion';
import { Stage, usePictures, type StageHandle } from '../../kits/stage/index.ts';
import { IconAction, PageTitle } from '../../shared/ui/index.ts';
import classes from './Companion.module.css';
import { CompanionPad, type PadView } from './companionPad.ts';

const STATES = {
  ready: 'Ready: writing counts once it records',
  recording: 'Recording',
  paused: 'Paused: writing counts',
  over: 'The take is over',
} as const;

/** How it can end, in words. */
const ENDS: Readonly<Partial<Record<PadView['line'], string>>> = {
  closed: 'The recording room was closed. What you wrote is kept with the take.',
  refused: 'The room cannot be found any more. What you wrote is kept with the take.',
  cutOff: 'The teacher ended this device’s part. What you wrote before is kept with the take.',
  idle: 'Nothing was written here for a long time, so this device was let go. Join again with a new code.',
};

/** The page that is up in the room, to write on. */
export function CompanionDesk({ onLeave }: { readonly onLeave: () => void }) {
  const [pad, setPad] = useState<CompanionPad | null>(null);
  useEffect(() => {
    const made = new CompanionPad();
    setPad(made);
    return () => made.close();
  }, []);
  return pad && <Desk pad={pad} onLeave={onLeave} />;
}

function Desk({ pad, onLeave }: { readonly pad: CompanionPad; readonly onLeave: () => void }) {
  const view = useSyncExternalStore(pad.subscribe, pad.getView);
  const { up } = view;
  const stage = useRef<StageHandle>(null);
  const [chosen, setChosen] = useState(0);
  const [erasing, setErasing] = useState(false);
  const [penOnly, setPenOnly] = useState(false);
  const pictures = usePictures(up ? picturesOf(up.page) : [], (digest) => `/api/companion/pictures/${digest}`);
  const pen: TrayPen | undefined = up?.pens[chosen] ?? up?.pens[0];

  const live = () =>
    stage.current?.live(
      pad.local.map((stroke) => ({ stroke, untilMs: Infinity })),
      null,
    );
  useEffect(() => {
    if (!up) return;
    stage.current?.show({
      ...plainScene(up.page),
      height: up.height,
      top: up.top,
      strokes: [
        ...pad.settled
          .filter((stroke) => stroke.pen.kind !== 'fading')
          .map((stroke) => ({ stroke, untilMs: Infinity })),
        ...pad.local.map((stroke) => ({
          stroke: { ...stroke, points: [...stroke.points, 0, 0, 0, 2e9] },
          untilMs: 1e9,
        })),
      ],
      things: up.marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])),
    });
  }, [view, up, pad, pictures]);

  const pointOf = (event: globalThis.PointerEvent): DevicePoint => {
    const { x, y } = present(stage.current).placeOf(event);
    return [x, y + (up?.top ?? 0), event.pointerType === 'pen' ? event.pressure : 0.5, event.timeStamp];
  };
  const points = (event: PointerEvent) => {
    const merged = event.nativeEvent.getCoalescedEvents?.() ?? [];
    return (merged.length > 0 ? merged : [event.nativeEvent]).map(pointOf);
  };
  const isRefused = (event: PointerEvent) => penOnly && event.pointerType === 'touch';
  const down = useRef(false);
  const onDown = (event: PointerEvent) => {
    if (isRefused(event) || !pen || !pad.canWrite) return;
    down.current = true;
    event.currentTarget.setPointerCapture(event.pointerId);
    if (erasing) {
      pad.beginErasing();
      pad.erase(pointOf(event.nativeEvent));
    } else {
      const { colour, width, kind } = pen;
      pad.down({ colour, width, ...(kind === 'pen' ? {} : { kind }) }, pointOf(event.nativeEvent));
      live();
    }
  };
  const onMove = (event: PointerEvent) => {
    if (!down.current || isRefused(event)) return;
    if (erasing) for (const point of points(event)) pad.erase(point);
    else {
      pad.move(points(event));
      live();
    }
  };
  const onUp = () => {
    if (down.current && !erasing) pad.up();
    down.current = false;
  };
  const end = view.over ? ENDS.closed : ENDS[view.line];
  if (end) {
    return (
      <main className={classes.over}>
        <PageTitle>Pen companion</PageTitle>
        <Title order={1}>Pen companion</Title>
        <Text role="status">{end}</Text>
        <Button mt="md" onClick={onLeave}>
          Join another room
        </Button>
      </main>
    );
  }
  if (view.standing === 'asking') {
    return (
      <main className={classes.over}>
        <PageTitle>Pen companion</PageTitle>
        <Title order={1}>Device {view.device}</Title>
        <Group gap="xs" wrap="nowrap" mt="md">
          <Loader size="sm" color="oak" />
          <Text role="status">Waiting for the teacher’s yes.</Text>
        </Group>
        <Text mt="xs">The recording room shows that device {view.device} asks to write.</Text>
        <Button mt="md" variant="default" onClick={onLeave}>
          Leave
        </Button>
      </main>
    );
  }
  return (
    <main className={classes.desk}>
      <PageTitle>{`${words(view)} · Pen companion`}</PageTitle>
      <div className={classes.head}>
        <span className={classes.state} data-state={up?.state} data-line={view.line} role="status">
          {words(view)}
        </span>
        {up && <Text size="sm">{up.name}</Text>}
        <Button size="compact-sm" variant="subtle" color="var(--ob-hall-text)" ml="auto" onClick={onLeave}>
          Leave
        </Button>
      </div>
      {up && (
        <Stage
          ref={stage}
          pictures={pictures}
          pageHeight={up.page.height}
          label={`${up.name}, to write on`}
          cursor="crosshair"
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={onUp}
        />
      )}
      <Group gap={0} role="toolbar" aria-label="Pens" className={classes.tray}>
        {up?.pens.map((one, i) => (
          <IconAction
            hall
            key={i}
            label={`${one.name} pen`}
            pressed={!erasing && i === chosen}
            onClick={() => {
              setChosen(i);
              setErasing(false);
            }}
          >
            <span className={classes.nib} style={{ borderBottomColor: one.colour }}>
              <IconPencil aria-hidden />
            </span>
          </IconAction>
        ))}
        <IconAction hall label="Eraser" pressed={erasing} onClick={() => setErasing(true)}>
          <IconEraser aria-hidden />
        </IconAction>
        <IconAction hall label="Undo" onClick={() => pad.undo()}>
          <IconArrowBackUp aria-hidden />
        </IconAction>
        <Switch
          className={classes.penOnly}
          label="Pen only"
          checked={penOnly}
          onChange={(event) => setPenOnly(event.currentTarget.checked)}
        />
      </Group>
    </main>
  );
}

function words({ line, up }: PadView): string {
  if (line === 'lost') return 'Line lost: what you write is kept and sent when it is back';
  if (line === 'opening' || !up) return 'Joining …';
  return STATES[up.state];
}

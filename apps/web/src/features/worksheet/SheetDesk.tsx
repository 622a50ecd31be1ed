import { Button, Group, Text } from '@mantine/core';
import { IconChevronLeft, IconChevronRight, IconHandMove, IconZoomIn } from '@tabler/icons-react';
import { present } from '@oakbell/core/present';
import { isStroke } from '@oakbell/core/log';
import { PAGE_WIDTH, type Page } from '@oakbell/core/pages';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, useSyncExternalStore } from 'react';
import { Link, useNavigate } from 'react-router';
import { keptTray, type Tool } from '../../kits/ink/index.ts';
import {
  call,
  client,
  learn,
  corePage,
  learnMedia,
  pictureAt,
  once,
  Problem,
  UNREACHABLE,
  useBringing,
  type Api,
} from '../../shared/api/index.ts';
import { IconAction, KeyHelp, ProblemNote, useKeys } from '../../shared/ui/index.ts';
import type { OpenSheet } from './openSheet.ts';
import { SavedNote } from './SavedNote.tsx';
import classes from './Sheet.module.css';
import { SHEET_KEYS, sheetKeys } from './sheetKeys.ts';
import { SheetStage, type PlaceOnPage } from './SheetStage.tsx';
import { SheetTray } from './SheetTray.tsx';

const isNarrow = (): boolean => window.matchMedia('(max-width: 700px)').matches;
const hasField = ({ things = [] }: Page): boolean => things.some(({ kind }) => kind === 'field');

interface Props {
  readonly sheet: Api['SheetDto'];
  readonly open: OpenSheet;
}

/** The sheet as it is written on: its pages, the tools under it, and one button to hand it in. */
export function SheetDesk({ sheet, open }: Props) {
  const pages = sheet.pages.map(corePage);
  const [tray] = useState(keptTray);
  const [at, setAt] = useState(0);
  const [tool, setTool] = useState<Tool>(() => {
    const pen = present(tray.pens[0]);
    return pages.some(hasField) ? { kind: 'text', pen } : { kind: 'pen', pen };
  });
  // On a phone the whole page is too small to be written on.
  const [wide, setWide] = useState(isNarrow);
  const [penOnly, setPenOnly] = useState(false);
  const [pans, setPans] = useState(isNarrow);
  const pansByFinger = penOnly || (wide && pans);
  const [typing, setTyping] = useState<PlaceOnPage | null>(null);
  const [brought, setBrought] = useState<readonly string[]>([]);
  useSyncExternalStore(open.subscribe, open.version);
  const around = useRef<HTMLDivElement>(null);
  const page = present(pages[at]);
  const { kind: saving } = useSyncExternalStore(open.subscribe, open.state);
  // Nobody writes on where it is not taken any more.
  const mayWrite = sheet.mayWrite && saving !== 'refused';
  const choose = (next: Tool) => {
    setTyping(null);
    setPans(false);
    setTool(next);
  };
  const turn = (by: number) => {
    if (!pages[at + by]) return;
    setTyping(null);
    setAt(at + by);
  };
  const undo = (how: 'undo' | 'redo') => {
    const where = open.ink[how](open.now);
    if (where && where !== page.id)
      setAt(
        Math.max(
          0,
          pages.findIndex(({ id }) => id === where),
        ),
      );
    open.changed();
  };
  const type = () => {
    choose({ kind: 'text', pen: 'pen' in tool ? tool.pen : present(tray.pens[0]) });
    setTyping(freePlace(open, page));
  };
  const path = `/api/assignments/${sheet.assignmentId}/sheet/pictures`;
  const pictures = useBringing<Api['SheetPictureDto']>(path, (made) => {
    for (const one of made) {
      const { digest, width, height } = learnMedia(one);
      const across = Math.min(PAGE_WIDTH / 2, width / 1.5);
      const size = { width: Math.round(across), height: Math.round((across * height) / width) };
      open.ink.addPicture(page.id, { kind: 'picture', picture: digest, ...freePlace(open, page), ...size }, open.now);
      setBrought((before) => [...before, digest]);
    }
    open.changed();
    choose({ kind: 'text', pen: 'pen' in tool ? tool.pen : present(tray.pens[0]) });
  });
  useKeys(
    mayWrite
      ? sheetKeys({ tray, tool, choose, turn, undo, type })
      : { ArrowRight: () => turn(1), ArrowLeft: () => turn(-1) },
  );
  return (
    <div className={classes.room}>
      <div className={classes.head}>
        <Link to={`/desk/${sheet.assignmentId}`}>Back to the assignment</Link>
        <h1 className={classes.title}>{sheet.title}</h1>
        <SavedNote open={open} savedAt={sheet.savedAt} />
        {mayWrite && <HandInSheet sheet={sheet} open={open} />}
      </div>
      {sheet.why !== null && (
        <Text className={classes.note} role="note">
          {sheet.why}
        </Text>
      )}
      <ProblemNote failure={pictures.failure} />
      <div
        ref={around}
        role="group"
        aria-label="The page"
        tabIndex={0}
        className={`${wide ? classes.wide : classes.page} ${pansByFinger ? classes.pans : ''}`}
      >
        <div style={wide ? { aspectRatio: PAGE_WIDTH / page.height } : { display: 'contents' }}>
          <SheetStage
            key={page.id}
            open={open}
            page={page}
            name={`Page ${at + 1} of ${pages.length}`}
            tool={tool}
            mayWrite={mayWrite}
            pictures={[...sheet.pictures, ...brought]}
            pictureAddress={pictureAt}
            pansByFinger={pansByFinger}
            onPen={() => setPenOnly(true)}
            typing={typing}
            onTyping={setTyping}
            onGone={() => around.current?.focus({ preventScroll: true })}
          />
        </div>
      </div>
      <div className={classes.tray}>
        {mayWrite && (
          <SheetTray
            open={open}
            tray={tray}
            tool={tool}
            onTool={choose}
            onType={type}
            onPictures={(files) => pictures.bring(...files)}
            bringing={pictures.busy}
            onUndo={undo}
          />
        )}
        <span className={classes.gap} />
        <IconAction
          hall
          label="Larger: the page is moved to see all of it"
          pressed={wide}
          onClick={() => setWide(!wide)}
        >
          <IconZoomIn aria-hidden />
        </IconAction>
        {wide && (
          <IconAction hall label="Fingers move the page" pressed={pansByFinger} onClick={() => setPans(!pans)}>
            <IconHandMove aria-hidden />
          </IconAction>
        )}
        <Group gap={0} wrap="nowrap" role="group" aria-label="Pages" className={classes.pages}>
          <IconAction hall label="Page before" keyText="←" disabled={at === 0} onClick={() => turn(-1)}>
            <IconChevronLeft aria-hidden />
          </IconAction>
          <Text aria-live="polite" className="ob-time">
            {at + 1} of {pages.length}
          </Text>
          <IconAction hall label="Next page" keyText="→" disabled={at === pages.length - 1} onClick={() => turn(1)}>
            <IconChevronRight aria-hidden />
          </IconAction>
        </Group>
        <KeyHelp hall lines={SHEET_KEYS} />
      </div>
    </div>
  );
}

/** Hands in what is at the school: what waits here goes first. */
function HandInSheet({ sheet, open }: Props) {
  const { assignmentId: id, handedInAt } = sheet;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const handIn = useMutation({
    // Without a line it is said, and not begun later unasked.
    networkMode: 'always',
    mutationFn: async () => {
      if (!(await open.sender.flush()))
        throw new Problem(
          0,
          UNREACHABLE,
          'Not everything has reached the school yet, so nothing was handed in. What you wrote is kept here; try again when the line is back.',
        );
      return once((header) =>
        call(client.PUT('/api/assignments/{id}/hand-in/sheet', { params: { path: { id }, header } })),
      );
    },
    onSuccess: async (handed) => {
      learn(queries, ['hand-in', id], handed);
      await queries.invalidateQueries({ queryKey: ['desk'] });
      await navigate(`/desk/${id}`);
    },
  });
  return (
    <>
      <ProblemNote failure={handIn.error} />
      <Button onClick={() => handIn.mutate()} loading={handIn.isPending}>
        {handedInAt === null ? 'Hand it in' : 'Hand it in again'}
      </Button>
    </>
  );
}

/** Where something new is put: under what lies on the page, where there is room. */
function freePlace({ ink }: OpenSheet, { id, height, things = [] }: Page): PlaceOnPage {
  const rects = [...ink.marksOn(id).flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])), ...things];
  const foot = rects.reduce((lowest, one) => Math.max(lowest, one.y + one.height), 40);
  return { x: 80, y: Math.round(Math.min(foot + 20, Math.max(40, height - 120))) };
}

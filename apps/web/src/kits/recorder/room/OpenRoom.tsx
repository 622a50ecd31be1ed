import { timeText } from '@oakbell/core/clock';
import type { StraightEdge } from '@oakbell/core/ink';
import { picturesOf } from '@oakbell/core/pages';
import type { Stamp } from '@oakbell/core/marking';
import { useEffect, useMemo, useRef, useState } from 'react';
import { browserShelf, keepScreen, useKeptSwitch } from '../../../shared/api/index.ts';
import { PageTitle, useKeys } from '../../../shared/ui/index.ts';
import { LeaveGuard } from './LeaveGuard.tsx';
import { usePictures } from '../../stage/index.ts';
import { CameraOnPage, EmptierCorner, useCamera } from '../camera/index.ts';
import { ClipOnPage } from '../clip/index.ts';
import { BoardScroll } from './BoardScroll.tsx';
import { InkStage, type InkStageHandle } from './InkStage.tsx';
import { LevelColumn } from './LevelColumn.tsx';
import { LookActs } from './LookActs.tsx';
import { PageStrip } from './PageStrip.tsx';
import { keepTray, keptTray, type Tool } from '../../ink/index.ts';
import { PenTray } from './PenTray.tsx';
import { Review } from './Review.tsx';
import { roomKeys, stampKeys } from './roomKeys.ts';
import type { RoomActs } from './roomActs.ts';
import { RoomHead } from './RoomHead.tsx';
import type { RoomProps } from './roomProps.ts';
import { RunControls } from './RunControls.tsx';
import classes from './Room.module.css';
import { SignInAgain } from './SignInAgain.tsx';
import { StraightEdgeOnPage } from './StraightEdgeOnPage.tsx';
import { type TakeRecorder, useRecorderView, isOver, stateWords } from '../capture/index.ts';
import { usePracticeHand } from '../practice/index.ts';
import { useCompanion } from '../companion/index.ts';
import { useFilmedPage } from './useFilmedPage.ts';
import { useLimit } from './useLimit.ts';
import { WindowOnPage } from '../window/index.ts';

export interface OpenRoomProps extends RoomProps {
  readonly recorder: TakeRecorder;
  readonly onAgain: () => void;
  readonly onTakeOver: () => void;
}
const FIRST_EDGE: StraightEdge = { centre: { x: 800, y: 450 }, degrees: 0, width: 84 };
/** A board grows and is moved by so much at a time, in page units. */
const SCROLL_STEP = 300;
/** How near a hand-in is looked at, as a share of the whole page in view. */
const ZOOMS = [1, 1.5, 2, 3];

/** The room while a microphone is open: stage, level, pens, pages and the one round control. */
export function OpenRoom({ recorder, onAgain, onTakeOver, ...props }: OpenRoomProps) {
  const { pages, onFinished, purpose = 'lesson' } = props;
  const view = useRecorderView(recorder);
  const { state } = view;
  const [tray, setTray] = useState(keptTray);
  const [tool, setTool] = useState<Tool>(() => ({ kind: 'pen', pen: tray.pens[0]! }));
  const [edge, setEdge] = useState<StraightEdge | null>(null);
  const [penOnly, setPenOnly] = useKeptSwitch('oakbell.pen-only');
  const stage = useRef<InkStageHandle>(null);
  const onLive = () => stage.current?.live();
  const companions = useCompanion({ lessonId: props.lessonId, recorder, pages, pens: tray.pens, onLive });
  const hand = usePracticeHand({ page: view.page, touch: (point) => stage.current?.touch(point) });
  const pictures = usePictures(
    pages.flatMap(({ page }) => picturesOf(page)),
    props.pictureAddress,
  );
  const at = Math.max(
    0,
    pages.findIndex(({ page }) => page.id === view.page),
  );
  const up = pages[at]!;
  const { id: pageId, height: viewHeight } = up.page;
  const top = view.tops.get(pageId) ?? 0;

  const camera = useCamera(recorder);
  const { films } = camera;
  const turnTo = (page: string) => {
    if (!props.pausesAtPages || state.kind !== 'recording' || page === pageId) recorder.turnTo(page);
    else void recorder.pause().then(() => recorder.turnTo(page));
  };
  const turn = (by: number) => pages[at + by] && turnTo(pages[at + by]!.page.id);
  const onEnded = () => turn(pages[at + 1] ? 1 : -1);
  const filmed = useFilmedPage({ recorder, page: up.page, films, stage, onEnded });
  const undo = (how: 'undo' | 'redo') => {
    const page = recorder.ink[how](recorder.now);
    if (page && page !== view.page) recorder.turnTo(page);
    recorder.inkChanged();
  };
  const addBoard = () => void props.onAddBoard?.(pageId).then((id) => recorder.turnTo(id));
  const addWindow = () => void props.onAddWindow?.(pageId).then((id) => recorder.turnTo(id));
  const scroll = (by: 1 | -1) => {
    const lowest = (view.heights.get(pageId) ?? viewHeight) - viewHeight;
    if (by > 0 && top >= lowest && up.page.kind === 'board') recorder.grow(pageId, SCROLL_STEP, viewHeight);
    recorder.scrollTo(pageId, top + by * SCROLL_STEP, viewHeight);
  };
  const press = () => {
    if (state.kind === 'listening') void recorder.start(Number(browserShelf.read('oakbell.countdown') ?? 3));
    else if (state.kind === 'countdown') recorder.cancelCountdown();
    else if (state.kind === 'recording') void recorder.pause();
    else if (state.kind === 'paused') void recorder.goOn();
  };
  const running = state.kind === 'recording' || state.kind === 'paused';
  const reviewing = isOver(state);
  const straightEdge = () =>
    setEdge((before) => (before ? null : { ...FIRST_EDGE, centre: { x: 800, y: top + viewHeight / 2 } }));
  const sayAgain = () => (running ? void recorder.sayAgain() : (false as const));
  useKeys(
    reviewing
      ? {}
      : roomKeys({
          tray,
          tool,
          onTool: setTool,
          press,
          stop: () => void recorder.stop(),
          sayAgain,
          turn,
          addBoard,
          scroll,
          straightEdge,
          frame: (framing) => recorder.films.setFraming(framing),
          undo,
        }),
  );
  const unkept = running || state.kind === 'stopping' || (state.kind === 'recorded' && !state.finished);
  const { before } = props;
  const [zoom, setZoom] = useState(0);
  const nearer = (by: 1 | 0 | -1) =>
    setZoom((now) => (by === 0 ? 0 : Math.max(0, Math.min(ZOOMS.length - 1, now + by))));
  const stamp = (which: Stamp) => stage.current?.stamp(which);
  // Turned is what is a picture by itself, before anything is said; what stands on it is asked about where it is turned.
  const { onQuarterTurn } = props;
  const isSheet = (up.page.kind === 'document' || up.page.kind === 'slide') && up.page.picture !== null;
  const canTurn = onQuarterTurn && state.kind === 'listening' && isSheet && (up.page.things ?? []).length === 0;
  const quarterTurn = canTurn ? () => onQuarterTurn(pageId) : null;
  useKeys(before && !reviewing ? stampKeys(stamp, nearer, () => quarterTurn?.()) : {});
  const acts = useMemo<RoomActs>(
    () => ({
      rubric: (criterion, level) => recorder.rubric(criterion, level),
      stop: () => void recorder.stop(),
      write: (text) => stage.current?.write(text),
    }),
    [recorder],
  );
  const { onActs } = props;
  useEffect(() => {
    onActs?.(acts);
    return () => onActs?.(null);
  }, [onActs, acts]);
  useLeaveWarning(unkept);
  useEffect(() => (unkept ? keepScreen() : undefined), [unkept]);
  const isTimeUp = useLimit(recorder, props.limitMs);
  const finished = state.kind === 'recorded' && state.finished;
  const [taken, setTaken] = useState(false);
  const told = useRef(onFinished);
  useEffect(() => {
    told.current = onFinished;
  });
  const { onRunning } = props;
  useEffect(() => onRunning?.(unkept), [onRunning, unkept]);
  useEffect(() => {
    if (finished) void Promise.resolve(told.current(recorder.takeId)).then(() => setTaken(true));
  }, [finished, recorder]);

  return (
    <div className={classes.room} data-state={state.kind} data-desk={before && (pages.length === 1 ? 'one' : 'many')}>
      <PageTitle>{`${stateWords(state)} · ${props.title}`}</PageTitle>
      <RoomHead
        {...props}
        recorder={recorder}
        camera={camera}
        companions={companions}
        hand={hand}
        penOnly={penOnly}
        onPenOnly={setPenOnly}
      />
      <p className="ob-hidden" role="status">
        {isTimeUp ? 'Time is up, and recording has stopped. What you said is safe.' : ''}
      </p>
      <LeaveGuard recorder={recorder} running={running} purpose={purpose} />
      {view.sending === 'signed-out' && <SignInAgain />}
      {reviewing ? (
        <Review {...props} taken={taken} recorder={recorder} onAgain={onAgain} onTakeOver={onTakeOver} />
      ) : (
        <>
          <div className={classes.middle}>
            <div className={classes.leftEdge}>
              <LevelColumn recorder={recorder} />
              {up.page.kind === 'board' && (
                <BoardScroll
                  top={top}
                  height={view.heights.get(pageId) ?? viewHeight}
                  viewHeight={viewHeight}
                  onScroll={scroll}
                />
              )}
              {before && (
                <LookActs
                  canNearer={zoom < ZOOMS.length - 1}
                  canFurther={zoom > 0}
                  onNearer={nearer}
                  onQuarterTurn={quarterTurn}
                />
              )}
            </div>
            <div className={classes.stageColumn} {...(zoom > 0 ? NEARER : {})}>
              <div
                className={classes.zoomed}
                style={{ width: `${ZOOMS[zoom]! * 100}%`, height: `${ZOOMS[zoom]! * 100}%` }}
              >
                <InkStage
                  ref={stage}
                  recorder={recorder}
                  page={up.page}
                  pictures={pictures}
                  tool={tool}
                  edge={edge}
                  penOnly={penOnly}
                  label={`${up.name}, to write on`}
                  films={filmed.films}
                >
                  {up.page.kind === 'window' && (
                    <WindowOnPage films={recorder.films} page={pageId} isShared={films.window?.page === pageId} />
                  )}
                  {up.page.kind === 'clip' && props.clipAddress && (
                    <ClipOnPage
                      key={pageId}
                      recorder={recorder}
                      page={up.page}
                      address={props.clipAddress(up.page.clip)}
                      video={filmed.video}
                      onPicture={filmed.onPicture}
                    />
                  )}
                  <CameraOnPage films={films} viewHeight={viewHeight} onInset={camera.setInset} />
                  {films.camera && films.framing === 'inset' && (
                    <EmptierCorner
                      recorder={recorder}
                      page={up.page}
                      pictures={pictures}
                      inset={films.inset}
                      onInset={camera.setInset}
                    />
                  )}
                  {edge && <StraightEdgeOnPage edge={edge} view={{ top, height: viewHeight }} onChange={setEdge} />}
                </InkStage>
              </div>
              {state.kind === 'countdown' && (
                <div className={classes.count} data-joins={state.joins !== undefined}>
                  {state.left}
                  {state.joins !== undefined && (
                    <span className={classes.joins}>joins at {timeText(state.joins, { tenths: true })}</span>
                  )}
                </div>
              )}
            </div>
            {!(before && pages.length === 1) && (
              <aside className={classes.aside} aria-label="Cues and pages: never recorded">
                {props.beside}
                <PageStrip
                  pages={pages}
                  at={at}
                  pictureAddress={props.pictureAddress}
                  onTurn={turnTo}
                  {...(props.onAddBoard ? { onAddBoard: addBoard } : {})}
                  {...(props.onAddWindow ? { onAddWindow: addWindow } : {})}
                  {...(state.kind === 'listening' && props.onFromPage ? { onFrom: props.onFromPage } : {})}
                />
              </aside>
            )}
          </div>
          <div className={classes.foot}>
            <PenTray
              recorder={recorder}
              tray={tray}
              onTray={(next) => {
                setTray(next);
                keepTray(next);
              }}
              tool={tool}
              onTool={setTool}
              straightEdge={edge !== null}
              onStraightEdge={straightEdge}
              onClear={() => {
                recorder.ink.clear(pageId, recorder.now);
                recorder.inkChanged();
              }}
              onUndo={undo}
              small={purpose !== 'lesson'}
              {...(before ? { onStamp: stamp } : {})}
            />
            <RunControls
              recorder={recorder}
              onPress={press}
              {...(props.onStartOver ? { onStartOver: props.onStartOver } : {})}
              onAgain={onAgain}
            />
          </div>
        </>
      )}
    </div>
  );
}

/** What is looked at nearer than it has room is moved about in. */
const NEARER = { 'data-near': true, tabIndex: 0, role: 'group', 'aria-label': 'The page, looked at nearer' } as const;

function useLeaveWarning(on: boolean): void {
  useEffect(() => {
    if (!on) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [on]);
}

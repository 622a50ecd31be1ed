import { cleanup, fireEvent, render } from '@testing-library/react';
import { micros, type Micros } from '@oakbell/core/clock';
import { Timeline } from './Timeline.tsx';

/** jsdom has no pointers: they are mice that say what they are. */
class FakePointer extends MouseEvent {
  readonly pointerType: string;
  readonly pointerId: number;
  constructor(kind: string, how: PointerEventInit) {
    super(kind, how);
    this.pointerType = how.pointerType ?? 'mouse';
    this.pointerId = how.pointerId ?? 1;
  }
}
Object.assign(globalThis, { PointerEvent: FakePointer });

/** A lesson of a hundred seconds that is drawn later than it moves, as on a busy machine. */
function timeline() {
  let at = 0;
  const sought: number[] = [];
  const drags: boolean[] = [];
  const { getByRole } = render(
    <Timeline
      label="Time"
      length={micros(100e6)}
      peaks={new Uint8Array(4)}
      turns={[]}
      ink={[]}
      position={micros(0)}
      exactly={() => micros(at)}
      onSeek={(time: Micros) => {
        at = time;
        sought.push(time / 1e6);
      }}
      onDrag={(on) => drags.push(on)}
    />,
  );
  const slider = getByRole('slider', { name: 'Time' });
  slider.setPointerCapture = () => undefined;
  return { slider, sought, drags };
}
afterEach(cleanup);

it('loses no step of a key that is held, however late it is drawn', () => {
  const { slider, sought } = timeline();
  for (let i = 0; i < 20; i += 1) fireEvent.keyDown(slider, { key: 'ArrowRight' });
  expect(sought.at(-1)).toBe(100);
  for (let i = 0; i < 12; i += 1) fireEvent.keyDown(slider, { key: 'ArrowLeft' });
  expect(sought.at(-1)).toBe(40);
  fireEvent.keyDown(slider, { key: 'Home' });
  expect(sought.at(-1)).toBe(0);
});

const finger = { pointerType: 'touch', pointerId: 1, button: 0, clientX: 50 };

it('leaves a finger that scrolls the page to the page', () => {
  const { slider, sought, drags } = timeline();
  fireEvent.pointerDown(slider, finger);
  fireEvent.pointerMove(slider, { ...finger, clientX: 53 });
  fireEvent.pointerCancel(slider, finger);
  expect([sought, drags]).toEqual([[], []]);
});

it('goes to where a finger taps, and follows one that moves along', () => {
  const { slider, sought, drags } = timeline();
  fireEvent.pointerDown(slider, finger);
  expect(sought).toHaveLength(0);
  fireEvent.pointerUp(slider, finger);
  expect([sought.length, drags]).toEqual([1, []]);
  fireEvent.pointerDown(slider, finger);
  fireEvent.pointerMove(slider, { ...finger, clientX: 70 });
  fireEvent.pointerMove(slider, { ...finger, clientX: 80 });
  fireEvent.pointerUp(slider, finger);
  expect([sought.length, drags]).toEqual([3, [true, false]]);
});

it('says when the pointer takes hold of the axis, and when it lets go', () => {
  const { slider, drags } = timeline();
  const mouse = { ...finger, pointerType: 'mouse' };
  fireEvent.pointerDown(slider, mouse);
  fireEvent.pointerMove(slider, mouse);
  fireEvent.pointerUp(slider, mouse);
  expect(drags).toEqual([true, false]);
});

import {
  alongEdge,
  around,
  boundsOf,
  evenSides,
  liesWithin,
  meets,
  rubbedOut,
  shapeCorners,
  snapAngle,
  straightPoints,
} from './index.ts';

const place = (x: number, y: number) => ({ x, y });

describe('shapes as ink', () => {
  it('a box comes back to where it began, an ellipse touches the middle of each side', () => {
    const box = shapeCorners('box', place(0, 0), place(100, 50));
    expect(box[0]).toEqual(box[4]);
    const ellipse = shapeCorners('ellipse', place(0, 0), place(100, 50));
    expect(Math.max(...ellipse.map((p) => p.x))).toBeCloseTo(100);
    expect(Math.min(...ellipse.map((p) => p.y))).toBeCloseTo(0);
  });
  it('an arrow has its head where the hand let go', () => {
    const arrow = shapeCorners('arrow', place(0, 0), place(200, 0));
    expect(arrow[1]).toEqual(place(200, 0));
    expect(arrow[2]!.x).toBeLessThan(200);
  });
  it('become points close enough to be rubbed out in part, spread over the time of the drag', () => {
    const points = straightPoints(shapeCorners('line', place(0, 0), place(160, 0)), 400);
    expect(points.slice(0, 4)).toEqual([0, 0, 160, 0]);
    expect(points.slice(-4)).toEqual([1600, 0, 160, 400]);
    expect(points.length / 4).toBe(21);
    expect(straightPoints([], 100)).toEqual([]);
  });
});

describe('held straight', () => {
  it('snaps to fifteen degrees and keeps the length along the line', () => {
    const snapped = snapAngle(place(0, 0), place(100, 3));
    expect(snapped.x).toBeCloseTo(100);
    expect(snapped.y).toBeCloseTo(0);
    expect(Math.atan2(snapAngle(place(0, 0), place(100, 90)).y, snapAngle(place(0, 0), place(100, 90)).x)).toBeCloseTo(
      Math.PI / 4,
    );
  });
  it('boxes become square towards the corner that is dragged', () => {
    expect(evenSides(place(10, 10), place(-30, 30))).toEqual(place(-30, 50));
  });
  it('the straight edge draws a hand that is near to its nearer side, and lets others be', () => {
    const edge = { centre: place(500, 400), degrees: 0, width: 60 };
    expect(alongEdge(edge, place(123, 425), 20)).toEqual(place(123, 430));
    expect(alongEdge(edge, place(123, 360), 20)).toEqual(place(123, 370));
    expect(alongEdge(edge, place(123, 500), 20)).toBeNull();
    const upright = alongEdge({ ...edge, degrees: 90 }, place(465, 700), 20)!;
    expect(upright.x).toBeCloseTo(470);
    expect(upright.y).toBeCloseTo(700);
  });
});

describe('rubbing out by area', () => {
  const points = Array.from({ length: 11 }, (_, i) => [i * 100, 0, 128, i]).flat();
  it('leaves the ends of a stroke that is crossed in the middle', () => {
    expect(rubbedOut(points, place(50, 0), 12)).toEqual([
      { from: 0, to: 4 },
      { from: 7, to: 11 },
    ]);
  });
  it('leaves nothing of what lies under it, and no specks', () => {
    expect(rubbedOut(points, place(50, 0), 100)).toEqual([]);
    expect(rubbedOut(points, place(20, 0), 12)).toEqual([{ from: 4, to: 11 }]);
  });
  it('says so when it touches nothing', () => {
    expect(rubbedOut(points, place(50, 40), 12)).toBeNull();
  });
});

it('bounds hold a stroke, meet, and grow round each other', () => {
  const points = [100, 200, 0, 0, 300, 100, 0, 1];
  expect(boundsOf(points, 5)).toEqual({ left: 5, top: 5, right: 35, bottom: 25 });
  expect(meets(boundsOf(points), { left: 30, top: 20, right: 90, bottom: 90 })).toBe(true);
  expect(meets(boundsOf(points), { left: 31, top: 0, right: 90, bottom: 90 })).toBe(false);
  expect(liesWithin(points, around(boundsOf(points), boundsOf([0, 0, 0, 0])))).toBe(true);
  expect(liesWithin(points, { left: 11, top: 0, right: 99, bottom: 99 })).toBe(false);
});

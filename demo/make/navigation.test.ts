import { compassBearing, courseToSteer, endOf, heightOfTide, trueBearing } from './navigation.ts';

describe('the arithmetic of the demo lessons', () => {
  it('rule of twelfths: half the range after three hours, all of it after six', () => {
    expect(heightOfTide({ low: 1.2, high: 4.8, hours: 3 })).toBeCloseTo(3.0, 9);
    expect(heightOfTide({ low: 1.2, high: 4.8, hours: 2 })).toBeCloseTo(2.1, 9);
    expect(heightOfTide({ low: 1.2, high: 4.8, hours: 9 })).toBeCloseTo(4.8, 9);
  });
  it('compass to true: east is added, west is taken away, and north is passed', () => {
    expect(trueBearing(247, { deviation: 3, variation: -5 })).toBe(245);
    expect(trueBearing(2, { deviation: 0, variation: -5 })).toBe(357);
  });
  it('true to compass goes back exactly the way that compass to true came', () => {
    const errors = { deviation: 3, variation: -5 };
    for (let bearing = 0; bearing < 360; bearing += 7)
      expect(compassBearing(trueBearing(bearing, errors), errors)).toBe(bearing);
    expect(compassBearing(55, errors)).toBe(57);
  });
  it('course to steer: boat and stream together lie on the track', () => {
    const stream = { bearing: 180, length: 1.8 };
    const found = courseToSteer(75, 5, stream)!;
    const boat = endOf({ bearing: found.course, length: 5 });
    const set = endOf(stream);
    const good = endOf({ bearing: 75, length: found.speed });
    expect(boat.east + set.east).toBeCloseTo(good.east, 9);
    expect(boat.north + set.north).toBeCloseTo(good.north, 9);
  });
  it('course to steer: there is none across a stream that is too strong', () => {
    expect(courseToSteer(90, 2, { bearing: 180, length: 3 })).toBeNull();
  });
});

import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { Choices, Day, Id, Whole } from './fields.ts';

class Body {
  @Id({ nullable: true }) unitId: string | null;
  @Day({ optional: true, nullable: true }) day?: string | null;
  @Whole({ min: 1, max: 60 }) days: number;
  @Choices(['a', 'b'], { optional: true }) notes?: string[];
}
const ID = '4f0c3f5e-6f2b-4d0a-9a55-0c1f5b7e2d11';
/** The fields that are refused. */
const refused = (body: object): readonly string[] =>
  validateSync(plainToInstance(Body, body)).map(({ property }) => property);

describe('a field', () => {
  it('that may be null has to be said all the same', () => {
    expect(refused({ unitId: null, days: 3 })).toEqual([]);
    expect(refused({ unitId: ID, days: 3 })).toEqual([]);
    expect(refused({ days: 3 })).toEqual(['unitId']);
    expect(refused({ unitId: 'none', days: 3 })).toEqual(['unitId']);
  });

  it('that may be left out may be left out', () => {
    expect(refused({ unitId: null, days: 3, day: null })).toEqual([]);
    expect(refused({ unitId: null, days: 0 })).toEqual(['days']);
  });

  it('for a day takes days of the calendar alone', () => {
    expect(refused({ unitId: null, days: 3, day: '2028-02-29' })).toEqual([]);
    for (const day of ['2026-02-29', '2026-2-3', '2026-13-01', 'today', ''])
      expect([day, refused({ unitId: null, days: 3, day })]).toEqual([day, ['day']]);
  });

  it('for several of a few takes those alone', () => {
    expect(refused({ unitId: null, days: 3, notes: ['b', 'a'] })).toEqual([]);
    expect(refused({ unitId: null, days: 3, notes: ['c'] })).toEqual(['notes']);
  });
});

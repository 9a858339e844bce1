import fc from 'fast-check';
import { convertUnit, detailsProblem, readTyped, readUnit, unitsLike, type DetailField } from './index';

describe('units as makers type them', () => {
  it.each([
    ['320 F', '°C', '°C', 160, '°F'],
    ['305', '°F', '°F', 305, '°F'],
    ['1 in', 'mm', 'mm', 25.4, 'in'],
    ['0,5"', 'mm', 'mm', 12.7, 'in'],
    ['600 mm/min', 'mm/s', 'mm/s', 10, 'mm/min'],
    ['2 in/s', 'mm/min', 'mm/min', 3048, 'in/s'],
    ['18', '', '', 18, ''],
    ['40 %', '%', '%', 40, '%'],
  ])('“%s” in a field of %s', (text, shown, wanted, value, unit) => {
    expect(readTyped(text, shown, wanted)).toEqual({ value, unit });
  });

  it('refuses what measures something else, and what is no number', () => {
    expect(readTyped('20 mm', '°C', '°C')).toBeNull();
    expect(readTyped('much', 'mm', 'mm')).toBeNull();
    expect(readTyped('1.2.3', 'mm', 'mm')).toBeNull();
    expect(readUnit('furlong')).toBeNull();
    expect(convertUnit(3, '%', 'W')).toBeNull();
  });

  it('offers the units of the same kind, the shown one first', () => {
    expect(unitsLike('mm/min')).toEqual(['mm/min', 'mm/s', 'in/s']);
    expect(unitsLike('clicks')).toEqual(['clicks']);
  });

  it('comes back without drift', () => {
    const pairs = [
      ['mm', 'in'],
      ['mm/s', 'mm/min'],
      ['mm/s', 'in/s'],
      ['°C', '°F'],
      ['gf', 'N'],
    ] as const;
    fc.assert(
      fc.property(fc.constantFrom(...pairs), fc.integer({ min: -40000, max: 400000 }), ([from, to], hundredths) => {
        const value = hundredths / 100;
        expect(convertUnit(convertUnit(value, from, to)!, to, from)!).toBeCloseTo(value, 7);
      }),
    );
  });
});

describe('facts that only some records have', () => {
  const fields: DetailField[] = [
    { name: 'angle', label: 'Angle', kind: 'number', unit: '°', min: 10, max: 90 },
    { name: 'peel', label: 'Peel', kind: 'choice', choices: ['hot', 'cold'] },
    { name: 'ink', label: 'Ink', kind: 'colour' },
    { name: 'shrinks', label: 'Shrinks', kind: 'yes-no' },
    { name: 'weave', label: 'Weave', kind: 'text' },
  ];

  it('are taken where they fit their field', () => {
    expect(
      detailsProblem(fields, { angle: 45, peel: 'cold', ink: '#1d2f5c', shrinks: false, weave: 'plain' }),
    ).toBeNull();
    expect(detailsProblem(fields, {})).toBeNull();
  });

  it.each([
    [{ angle: 120 }, 'Angle goes from 10 to 90 °; 120 was given.'],
    [{ angle: 'wide' }, 'Angle goes from 10 to 90 °; “wide” is no number.'],
    [{ peel: 'tepid' }, 'Peel is one of hot, cold; “tepid” came.'],
    [{ ink: 'blue' }, 'Ink is a colour such as #1d2f5c; “blue” came.'],
    [{ shrinks: 'yes' }, 'Shrinks is yes or no.'],
    [{ weave: 'x'.repeat(201) }, 'Weave is text of at most 200 letters.'],
    [{ luck: 1 }, '“luck” is none of its facts; there are angle, peel, ink, shrinks, weave.'],
  ])('are refused in words: %j', (details, sentence) => {
    expect(detailsProblem(fields, details)).toBe(sentence);
  });
});

import { rulerMarks } from './ruler-marks';

describe('the marks of a ruler', () => {
  it('stand every so many mm that figures have room', () => {
    expect(rulerMarks(0, 60, 2.3, 'mm')).toEqual([
      { mm: 0, label: '0 mm' },
      { mm: 20, label: '20' },
      { mm: 40, label: '40' },
      { mm: 60, label: '60' },
    ]);
    expect(
      rulerMarks(-5, 12, 50, 'mm')
        .map(({ label }) => label)
        .slice(0, 3),
    ).toEqual(['-5', '-4', '-3']);
  });

  it('stand at inches for who prefers them, where an inch is', () => {
    const marks = rulerMarks(0, 100, 2.3, 'in');
    expect(marks.map(({ label }) => label)).toEqual(['0 in', '1', '2', '3']);
    expect(marks[3].mm).toBeCloseTo(76.2, 9);
    expect(rulerMarks(0, 26, 8, 'in').map(({ label }) => label)).toEqual(['0 in', '0.25', '0.5', '0.75', '1']);
  });
});

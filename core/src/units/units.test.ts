import fc from 'fast-check';
import { formatDuration, formatNumber, lengthInMm, parseLength, parseTypedNumber } from './index';

describe('lengths as drawings write them', () => {
  it.each([
    ['120mm', 120],
    ['12cm', 120],
    ['1in', 25.4],
    ['72pt', 25.4],
    ['96px', 25.4],
    ['6pc', 25.4],
    ['-.5e1mm', -5],
  ])('%s is %d mm', (text, mm) => {
    expect(lengthInMm(parseLength(text)!)).toBeCloseTo(mm, 9);
  });

  it('gives no size for what has none of its own', () => {
    expect(lengthInMm(parseLength('100%')!)).toBeNull();
    expect(lengthInMm(parseLength('40')!)).toBeNull();
    expect(parseLength('wide')).toBeNull();
    expect(parseLength('1 2mm')).toBeNull();
  });
});

describe('numbers as makers type them', () => {
  it('takes a comma for a point, and refuses what is not one number', () => {
    expect(parseTypedNumber(' 2,5 ')).toBe(2.5);
    expect(parseTypedNumber('18')).toBe(18);
    expect(parseTypedNumber('18 gf')).toBeNull();
    expect(parseTypedNumber('1,000,5')).toBeNull();
    expect(parseTypedNumber('')).toBeNull();
  });

  it('reads back what it wrote', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100000, max: 100000 }), (hundredths) => {
        expect(parseTypedNumber(formatNumber(hundredths / 100, 2))).toBe(hundredths / 100);
      }),
    );
  });

  it('never shows a minus before nought', () => {
    expect(formatNumber(-0.001, 2)).toBe('0');
  });
});

describe('times as makers say them', () => {
  it.each([
    [41.6, '42 s'],
    [59.7, '1 min 0 s'],
    [185, '3 min 5 s'],
    [3720, '1 h 2 min'],
    [7199, '2 h 0 min'],
  ])('%d seconds is %s', (seconds, said) => {
    expect(formatDuration(seconds)).toBe(said);
  });
});

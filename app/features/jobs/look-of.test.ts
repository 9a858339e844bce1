import type { StepBed } from '@keen-anvil/core/steps';
import { lookOf, lookOfLines } from './look-of';

const bed = (tool: object, material: string, ground: string | null = null) =>
  ({ tool, material: { colour: material }, ground: ground && { colour: ground } }) as unknown as StepBed;
const pen = (ink?: string) => ({ kind: 'pen', details: ink ? { ink } : {} });
const TIP = { kind: 'heated-tip', details: {} };

describe('the colour that work has', () => {
  it('is the ink of a pen, or the material of any other tool', () => {
    expect(lookOf(bed(pen('#f4f1ea'), '#1c1f2b'))).toBe('#f4f1ea');
    expect(lookOf(bed(TIP, '#c9a227'))).toBe('#c9a227');
  });

  it('is seen on its ground where nobody said what ink it is: dark on grey and light, white on dark', () => {
    const onGrey = lookOf(bed(pen(), '#9a9a9a'));
    expect(onGrey).not.toBe('#9a9a9a');
    expect(lookOf(bed(pen(), '#fdfdf5'))).toBe(onGrey);
    expect(lookOf(bed(pen(), '#1c1f2b'))).toBe('#ffffff');
  });

  it('of lines is never that of what they lie on', () => {
    expect(lookOfLines(bed(TIP, '#9a9a9a', '#9a9a9a'))).not.toBe('#9a9a9a');
    expect(lookOfLines(bed(TIP, '#c9a227', '#1c1f2b'))).toBe('#c9a227');
    expect(lookOfLines(bed(pen('#f4f1ea'), '#fdfdf5'))).not.toBe('#f4f1ea');
  });
});

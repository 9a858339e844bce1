import type { CurveContour } from '@keen-anvil/core/geometry';
import { act, renderHook } from '@testing-library/react-native';
import { seenInTest } from '../../testing/job-answer';
import { job } from '../../testing/job-fixtures';
import { endLive, showLive, useLiveLines } from './live-lines';

const [part] = job.steps[0].parts;
const others = (): CurveContour[] => part.contours.map((contour) => ({ ...contour }));
const withLines = (contours: CurveContour[]) => {
  const seen = seenInTest(job.document);
  return { ...seen, shapes: new Map(seen.shapes).set(part.id, { ...seen.shapes.get(part.id)!, contours }) };
};
const jobWith = (contours: CurveContour[]) => ({
  ...job,
  steps: job.steps.map((step) => ({
    ...step,
    parts: step.parts.map((one) => (one.id === part.id ? { ...one, contours } : one)),
  })),
});
const drawn = () =>
  renderHook((contours: CurveContour[]) => useLiveLines({ id: part.id, contours }), { initialProps: part.contours });

describe('lines that are known before the page with them is laid out', () => {
  afterEach(() => act(endLive));

  it('are drawn at once, over what was drawn and what was drawn ahead before', () => {
    const { result, rerender } = drawn();
    const [first, second] = [others(), others()];
    act(() => showLive(job, withLines(first)));
    expect(result.current).toBe(first);
    act(() => showLive(job, withLines(second)));
    expect(result.current).toBe(second);
    // The page comes with the first, late.
    rerender(first);
    expect(result.current).toBe(second);
    rerender(second);
    expect(result.current).toBe(second);
  });

  it('are not drawn over what comes after them: an undo shows what was before', () => {
    const { result, rerender } = drawn();
    const turned = others();
    act(() => showLive(job, withLines(turned)));
    rerender(turned);
    rerender(part.contours);
    expect(result.current).toBe(part.contours);
    const theirs = others();
    act(() => showLive(job, withLines(turned)));
    rerender(theirs);
    expect(result.current).toBe(theirs);
    rerender(part.contours);
    expect(result.current).toBe(part.contours);
  });

  it('end where the server refuses, and with the picture that shows them', () => {
    const { result, unmount } = drawn();
    act(() => showLive(job, withLines(others())));
    act(endLive);
    expect(result.current).toBe(part.contours);
    act(() => showLive(jobWith(part.contours), withLines(others())));
    unmount();
    expect(drawn().result.current).toBe(part.contours);
  });
});

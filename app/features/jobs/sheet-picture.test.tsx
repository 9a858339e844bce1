import type { StepWork } from '@keen-anvil/core/steps';
import { fireEvent, screen } from '@testing-library/react-native';
import { machines, navy, tools } from '../../testing/fixtures';
import { step } from '../../testing/job-fixtures';
import { renderWithBook } from '../../testing/with-book';
import type { Inspection } from '../../workers/inspection';
import { pictureOf, SheetPicture, thinLine } from './sheet-picture';

const card = { ...navy, colour: '#20242c' };
const pen = { ...tools[0], kind: 'pen' as const, details: { ink: '#ffffff' } };
const bed = { machine: machines[0], material: card, piece: navy.pieces[0], tool: pen, ground: null };
const LINE = 'M0 0L30 20';
const BOX = 'M0 0L10 0L10 10Z';
const found = {
  parts: [
    {
      id: 'p',
      name: 'p',
      path: LINE + BOX,
      covers: BOX,
      bounds: { minX: 0, minY: 0, maxX: 30, maxY: 20 },
      place: { x: 0, y: 0, angle: 0, turnedOver: false },
    },
  ],
  findings: [],
} as unknown as Inspection;
const work = (process: StepWork['process']) =>
  ({ ...step, process, laid: [], sheet: null, turned: null }) as unknown as StepWork;

/** The fills and strokes of the part as it is drawn, the lower one first. */
function drawn(process: StepWork['process'], of = work(process)) {
  renderWithBook(<SheetPicture {...pictureOf(of, bed, found)} maxHeight={300} />);
  fireEvent(screen.getByTestId('sheet'), 'layout', { nativeEvent: { layout: { width: 360 } } });
  return screen
    .getByTestId('part-p')
    .findAll(
      ({ props }) =>
        typeof props.d === 'string' && typeof props.strokeWidth === 'number' && typeof props.fill === 'string',
    )
    .map(({ props }) => ({
      d: props.d as string,
      fill: props.fill as string,
      stroke: props.stroke as string,
      width: props.strokeWidth as number,
    }));
}

describe('what is drawn on a sheet', () => {
  it('is lines in the ink of its pen on the colour of its card, filled nowhere', () => {
    const lines = drawn('draw');
    expect(new Set(lines.map(({ fill }) => fill))).toEqual(new Set(['none']));
    expect(lines.map(({ stroke }) => stroke)).toContain('#ffffff');
    expect(pictureOf(work('draw'), bed, found)).toMatchObject({ ground: '#20242c', colour: '#ffffff' });
  });

  it('fills of a cut only what closed lines cover', () => {
    const filled = drawn('kiss-cut').filter(({ fill }) => fill !== 'none');
    expect(new Set(filled.map(({ d }) => d))).toEqual(new Set([BOX]));
  });

  it('has no line where it is only printed', () => {
    const print = { picture: null, fill: '#ffffff', bleedMm: 0 };
    const printed = { ...work('kiss-cut'), isSkipped: true, parts: [{ ...step.parts[0], print }] };
    expect(drawn('kiss-cut', printed).every(({ width }) => width === 0)).toBe(true);
    screen.unmount();
    expect(drawn('kiss-cut').some(({ width }) => width > 0)).toBe(true);
  });
});

describe('the line of a part', () => {
  const rings = (count: number) => ({
    path: 'M0 0L1 1'.repeat(count),
    bounds: { minX: 0, minY: 0, maxX: 100, maxY: 120 },
  });

  it('is thinner where it has many that lie close, and never so thin that it is not seen', () => {
    // A letter with two eyes, and a few rings with room between them, have the line of their process.
    expect([thinLine(rings(3), 0.1), thinLine(rings(5), 1)]).toEqual([null, null]);
    // Seven in 50 mm are 7 px apart.
    expect(thinLine(rings(7), 1)).toBe(1.1);
    // Twenty rings in 50 mm at a pixel for a mm are 2.5 px apart.
    expect(thinLine(rings(20), 1)).toBeCloseTo(0.5);
    expect(thinLine(rings(20), 1)! / 2.5).toBeLessThan(0.25);
    expect(thinLine(rings(20), 4)).toBeCloseTo(1.1);
    expect(thinLine(rings(500), 1)).toBe(0.4);
  });
});

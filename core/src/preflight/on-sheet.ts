import { holds, isInside, joinBounds, ringMeetings, type Point } from '../geometry';
import { cuttableArea, machineKindOf } from '../machines';
import type { Finding, Fix } from './finding';
import { formatNumber } from '../units';
import type { CheckedStep } from './step-input';

/** Parts that reach over the edge of the sheet; not asked where the sheet is too small for them anyway. */
export function checkOnSheet(step: CheckedStep): Finding[] {
  const { placed, sheet } = step;
  if (isTooSmall(step)) return [];
  const whole = { minX: 0, minY: 0, maxX: sheet.widthMm, maxY: sheet.lengthMm };
  const outside = placed.filter((part) => !holds(whole, part.bounds));
  if (outside.length === 0) return [...checkOutline(step), ...checkUsedSpots(step)];
  return [
    {
      code: 'off-sheet',
      severity: 'stop',
      message: `${named(outside)} over the edge of ${sheet.name} (${sheet.widthMm} × ${sheet.lengthMm} mm).`,
      mend: 'Make it smaller, nudge it in, or take a larger piece.',
      places: outside.map((part) => part.bounds),
      ...moveIn(step),
    },
  ];
}

/** Parts that reach over the edge of a piece that is no rectangle. */
function checkOutline({ placed, sheet }: CheckedStep): Finding[] {
  const { outline } = sheet;
  if (!outline) return [];
  const ring = [...outline];
  const outside = placed.filter(({ contours }) =>
    contours.some(
      ({ points }) =>
        points.some((point) => !isInside(point, ring)) ||
        // A corner of the piece may reach into a part between its points.
        ring.some((corner) => isInside(corner, points)),
    ),
  );
  if (outside.length === 0) return [];
  return [
    {
      code: 'off-sheet',
      severity: 'stop',
      message: `${named(outside)} over the edge of ${sheet.name}, which is no rectangle.`,
      mend: 'Nest the parts, or lay them by hand; or take a larger piece.',
      places: outside.map((part) => part.bounds),
    },
  ];
}

/** Parts that lie where something was taken out of the piece already, or a trial was left. */
function checkUsedSpots({ placed, sheet }: CheckedStep): Finding[] {
  const holes = (sheet.holes ?? []).map((hole) => [...hole]);
  const over = placed.filter(({ contours }) =>
    holes.some((hole) =>
      liesOver(
        contours.map(({ points }) => points),
        hole,
      ),
    ),
  );
  if (over.length === 0) return [];
  return [
    {
      code: 'used-spot',
      severity: 'stop',
      message: `${named(over)} on a spot of ${sheet.name} that was used already.`,
      mend: 'Nest the parts, or lay them by hand; or take another piece.',
      places: over.map((part) => part.bounds),
    },
  ];
}

/** Whether a part lies over a spot: crossed by it, within it, or round it; not where the spot lies in a hole of the part. */
const liesOver = (rings: Point[][], spot: Point[]): boolean =>
  rings.some((ring) => ring.some((point) => isInside(point, spot))) ||
  rings.filter((ring) => isInside(spot[0], ring)).length % 2 === 1 ||
  rings.some((ring) => ringMeetings([ring, spot]).some(([a, b]) => a !== b));

/** A piece that is too small for the work wherever it is put. */
export function checkStockSize(step: CheckedStep): Finding[] {
  const { placed, sheet, material } = step;
  if (material.inStock <= 0)
    return [
      {
        code: 'out-of-stock',
        severity: 'warn',
        message: `There is no ${material.name} left in stock.`,
        mend: 'Take another piece, or write in the stock what came in.',
        places: [],
      },
    ];
  if (!isTooSmall(step)) return [];
  const box = placed.map((part) => part.bounds).reduce(joinBounds);
  const size = `${formatNumber(box.maxX - box.minX, 0)} × ${formatNumber(box.maxY - box.minY, 0)} mm`;
  return [
    {
      code: 'stock-too-small',
      severity: 'stop',
      message: `The work takes ${size}; ${sheet.name} has ${sheet.widthMm} × ${sheet.lengthMm} mm.`,
      mend: 'Choose a larger piece, or make the work smaller.',
      places: [box],
    },
  ];
}

function isTooSmall({ placed, sheet }: CheckedStep): boolean {
  if (placed.length === 0) return false;
  const box = placed.map((part) => part.bounds).reduce(joinBounds);
  return box.maxX - box.minX > sheet.widthMm + 1e-6 || box.maxY - box.minY > sheet.lengthMm + 1e-6;
}

/** The move that brings everything into what the machine reaches, where it fits in as it lies. */
function moveIn({ placed, cuttable }: CheckedStep): { fix?: Fix } {
  if (!cuttable) return {};
  const box = placed.map((part) => part.bounds).reduce(joinBounds);
  const shift = (low: number, high: number, min: number, max: number) =>
    high - low > max - min ? null : low < min ? min - low : high > max ? max - high : 0;
  const [dxMm, dyMm] = [
    shift(box.minX, box.maxX, cuttable.minX, cuttable.maxX),
    shift(box.minY, box.maxY, cuttable.minY, cuttable.maxY),
  ];
  return dxMm === null || dyMm === null ? {} : { fix: { kind: 'move-in', dxMm, dyMm, label: 'Move it in' } };
}

/** Parts on the sheet, but where the machine cannot reach. */
export function checkReach(step: CheckedStep): Finding[] {
  const { placed, sheet, cuttable, machine } = step;
  if (isTooSmall(step)) return [];
  const whole = { minX: 0, minY: 0, maxX: sheet.widthMm, maxY: sheet.lengthMm };
  const outside = placed.filter((part) => holds(whole, part.bounds) && !(cuttable && holds(cuttable, part.bounds)));
  if (outside.length === 0) return [];
  return [
    {
      code: 'out-of-reach',
      severity: 'stop',
      message: `${named(outside)} where ${machine.name} cannot reach: it needs the margins.`,
      mend:
        machineKindOf(machine.kind).does === 'tool'
          ? 'Nudge it in, make it smaller, or put the piece on a carrier sheet.'
          : 'Nudge it in, make it smaller, or take a smaller piece.',
      places: outside.map((part) => part.bounds),
      ...onCarrier(step),
      ...moveIn(step),
    },
  ];
}

/** A piece that is no rectangle, fed by rollers: they would take it askew. */
export function checkOddPiece(step: CheckedStep): Finding[] {
  const { sheet, machine } = step;
  if (!sheet.outline || step.onCarrier || machineKindOf(machine.kind).does !== 'tool') return [];
  return [
    {
      code: 'odd-without-carrier',
      severity: 'warn',
      message: `${sheet.name} is no rectangle: without a carrier sheet the rollers take it askew.`,
      mend: 'Stick it onto a carrier sheet.',
      places: [],
      ...onCarrier(step),
    },
  ];
}

/** A carrier sheet, where the machine reaches all of it on one. */
function onCarrier({ placed, sheet, machine }: CheckedStep): { fix?: Fix } {
  if (machineKindOf(machine.kind).does !== 'tool') return {};
  const reach = cuttableArea(machine, sheet, true);
  return reach && placed.every(({ bounds }) => holds(reach, bounds))
    ? { fix: { kind: 'carrier', label: 'Put it on a carrier sheet' } }
    : {};
}

function named(parts: CheckedStep['placed']): string {
  return parts.length === 1 ? `“${parts[0].name}” lies` : `${parts.length} parts lie`;
}

import type { JobDetail, SheetOfStep } from '@keen-anvil/contract';
import { laidOn } from '@keen-anvil/contract/work';
import type { Point } from '@keen-anvil/core/geometry';
import { boundsOnSheet } from '@keen-anvil/core/layout';
import { DOT_MM, markLines, type MarkSet } from '@keen-anvil/core/registration';
import { allParts } from './all-parts';

/** What is kept free round a mark, so that it is told from the print, in mm. */
const CLEAR_MM = 2;

/** Whether something that is printed lies on a mark of its page. */
export function liesOnMarks(job: JobDetail, sheet: SheetOfStep, marks: readonly Point[], set: MarkSet): boolean {
  const { legs, dots } = markLines(marks, set);
  const boxes = [
    ...legs.map(([from, to]) => ({
      minX: Math.min(from.x, to.x) - CLEAR_MM,
      minY: Math.min(from.y, to.y) - CLEAR_MM,
      maxX: Math.max(from.x, to.x) + CLEAR_MM,
      maxY: Math.max(from.y, to.y) + CLEAR_MM,
    })),
    ...dots.map(({ x, y }) => {
      const reach = DOT_MM / 2 + CLEAR_MM;
      return { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach };
    }),
  ];
  return allParts(job)
    .filter(({ print, role }) => print !== null && role !== 'out')
    .some(({ id, stepId, bounds, print, ...part }) =>
      laidOn({ ...part, id, stepId, print }, sheet).some(({ place }) => {
        const lies = boundsOnSheet({ bounds, place });
        const bleed = print!.bleedMm;
        return boxes.some(
          (box) =>
            box.minX < lies.maxX + bleed &&
            lies.minX - bleed < box.maxX &&
            box.minY < lies.maxY + bleed &&
            lies.minY - bleed < box.maxY,
        );
      }),
    );
}

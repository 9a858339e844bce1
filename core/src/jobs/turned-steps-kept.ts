import type { JobDocument } from './document';
import { shifted } from './lay';
import { drawingUnder, partsOf } from './parts-of';
import { stepBox } from './shapes';
import type { JobShop } from './shop';

/** Where a step is turned over, its left edge stays when its drawings grow. */
export function turnedStepsKept(
  before: JobDocument,
  document: JobDocument,
  changed: ReadonlySet<string>,
  shop: JobShop,
): JobDocument {
  const turned = document.steps.filter(
    ({ id, mirrored, turned: isTurned }) =>
      mirrored &&
      !isTurned &&
      partsOf(document, id).some(({ making }) => changed.has(drawingUnder(document, making)?.id ?? '')),
  );
  let next = document;
  for (const { id } of turned) {
    const [was, is] = [stepBox(before, shop.shapes(before), id), stepBox(document, shop.shapes(document), id)];
    const shift = was && is ? is.maxX - was.maxX : 0;
    if (shift !== 0)
      next = shifted(
        next,
        partsOf(next, id).map((part) => part.id),
        { x: shift, y: 0 },
      );
  }
  return next;
}

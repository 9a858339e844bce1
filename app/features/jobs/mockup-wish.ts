import { addresses, type JobDetail, type MaterialView, type StepView } from '@keen-anvil/contract';
import { isAidIn } from '@keen-anvil/core/steps';
import { joinBounds, type Bounds, type Point } from '@keen-anvil/core/geometry';
import type { TruePhoto } from '@keen-anvil/core/materials';
import type { Measures } from '@keen-anvil/core/measured';
import { textureOf } from '@keen-anvil/core/mockup';
import { givesPrint, processOf } from '@keen-anvil/core/recipes';
import type { MockupLayer } from '../../workers/mockup.worker';
import { allParts, type BoxedPart } from './all-parts';
import { isCup, wrapIn } from './cup-in-job';
import { pathOf } from './drawn-groups';

/** How a design lies on the photo of its blank. */
export interface MockupPlace {
  photo: TruePhoto;
  at: Point;
  degrees: number;
  isRound: boolean;
  measures: Measures;
  turn: number;
  above: number;
}

/** What is shown of a job: what stays on the blank, material by material, in the order in which it is laid on. */
export interface MockupDesign {
  parts: { part: BoxedPart; material: MaterialView }[];
  box: Bounds;
  /** The cup that the job is drawn for, and where the middle of its upper edge lies in the plane; null where there is none. */
  cup: { measures: Measures; origin: Point } | null;
}

/** What of a job is seen on its blank; null while nothing has a material. */
export function mockupDesign(job: JobDetail, materials: readonly MaterialView[]): MockupDesign | null {
  const wraps = new Set(job.artworks.filter((drawing) => isCup(drawing)).map(({ id }) => id));
  const boxed = new Map(allParts(job).map((part) => [part.id, part]));
  const parts = job.steps
    .filter((step) => !step.isSkipped && (processOf(step.process).path !== 'none' || isPrint(step)))
    .flatMap((step) =>
      step.parts.flatMap((part) => {
        const known = materials.find(({ id }) => id === step.materialId);
        const material = known && isPrint(step) ? { ...known, colour: step.colour, photoId: null } : known;
        const own = boxed.get(part.id);
        const isShown = own && material && !wraps.has(part.artworkId) && !isAidIn(job, part);
        return isShown ? [{ part: own, material }] : [];
      }),
    );
  if (parts.length === 0) return null;
  return {
    parts,
    box: parts.map(({ part }) => part.bounds).reduce(joinBounds),
    // As the file has it: bent to its own cup, or lying on a wrap.
    cup: parts.flatMap(({ part: { cup } }) => cup ?? [])[0] ?? wrapIn(job),
  };
}

/** Ink that goes over into the front of its blank: it is seen in the colours that it is drawn in. */
const isPrint = ({ process, turned }: StepView): boolean => givesPrint(process) && !turned;

/** A cup for a design that was drawn flat: as high as the design, and twice as far round as it is wide. */
export const usualCup = ({ minX, minY, maxX, maxY }: Bounds): Measures => ({
  how: 1,
  top: Math.round(2 * (maxX - minX)),
  bottom: Math.round(2 * (maxX - minX)),
  height: Math.round(1.5 * (maxY - minY)),
  rise: 0,
});

/** Where a design begins on a photo: its middle a little above the middle of the photo. */
export const firstMockup = (photo: TruePhoto, { box, cup }: MockupDesign): MockupPlace => {
  const { minX, minY, maxX, maxY } = photo.box;
  return {
    photo,
    at: { x: (minX + maxX) / 2, y: cup ? minY + (maxY - minY) * 0.15 : minY + (maxY - minY) * 0.42 },
    degrees: 0,
    isRound: cup !== null,
    measures: cup?.measures ?? usualCup(box),
    turn: 0,
    above: 8,
  };
};

/** The parts by material, as they are painted. */
export async function layersOf({ parts }: MockupDesign): Promise<MockupLayer[]> {
  const byMaterial = new Map<string, { material: MaterialView; paths: string[] }>();
  for (const { part, material } of parts) {
    const key = `${material.id} ${material.colour}`;
    const layer = byMaterial.get(key) ?? { material, paths: [] };
    layer.paths.push(pathOf(part));
    byMaterial.set(key, layer);
  }
  return Promise.all(
    [...byMaterial.values()].map(async ({ material, paths: own }): Promise<MockupLayer> => ({
      paths: own,
      colour: material.colour,
      texture: textureOf(material),
      pattern:
        material.photoId && material.patternWidthMm
          ? {
              bytes: await (await fetch(addresses.photo({ id: material.photoId }))).blob(),
              widthMm: material.patternWidthMm,
            }
          : null,
    })),
  );
}

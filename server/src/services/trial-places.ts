import { outlineOf } from '@keen-anvil/core/materials';
import type { TuningView } from '@keen-anvil/contract';
import { cuttableArea, machineKindOf, type Machine } from '@keen-anvil/core/machines';
import { freePlaces } from '@keen-anvil/core/layout';
import { trialSize } from '@keen-anvil/core/shapes';

/** What is kept free round each trial, in mm. */
const GAP_MM = 4;

/** Free places on the scrap, clear of everything that lies there. */
export function placesOn(machine: Machine, { scrap, sheets, otherTrials, recipe }: TuningView, count: number) {
  const size = trialSize(recipe.process);
  const does = machineKindOf(machine.kind).does;
  const all = {
    minX: 0,
    minY: 0,
    maxX: Math.min(scrap.widthMm, machine.workWidthMm),
    maxY: Math.min(scrap.lengthMm, machine.workLengthMm),
  };
  const reach = does === 'tool' ? cuttableArea(machine, scrap, false) : all;
  if (!reach) return [];
  const outline = outlineOf(scrap);
  const box = (at: { x: number; y: number }, { widthMm, heightMm }: { widthMm: number; heightMm: number }) => ({
    minX: at.x,
    minY: at.y,
    maxX: at.x + widthMm,
    maxY: at.y + heightMm,
  });
  const taken = [
    ...sheets.flatMap(({ shapes }) => shapes.map(({ at }) => box(at, size))),
    ...otherTrials.map((other) => box(other.at, other)),
  ];
  return freePlaces({ outline: [outline], reach, taken, ...size, count, gapMm: GAP_MM });
}

import { outlineOf } from '@keen-anvil/core/materials';
import type { JobDetail, MaterialView } from '@keen-anvil/contract';
import { usedSpots } from '@keen-anvil/core/jobs';
import { layClosely } from '@keen-anvil/core/layout';
import { cuttableArea, type Machine } from '@keen-anvil/core/machines';
import type { UnnamedAction } from './unnamed-action';

/** How a demo job is laid out: each of its parts so often, onto sheets of a piece. */
export interface NestData {
  piece: string;
  copies: number;
}

/** The action that lays a job of one step closely onto as many sheets as it takes; the first laying is taken. */
export function nested(
  job: JobDetail,
  { piece: name, copies }: NestData,
  material: MaterialView,
  machine: Machine,
): UnnamedAction {
  const [step] = job.steps;
  const piece = material.pieces.find((each) => each.name === name)!;
  const laying = layClosely(
    {
      parts: step.parts.map(({ id, contours }) => ({ id, contours, count: 1 })),
      turnedOver: step.mirrored,
      asOne: false,
      copies,
      pieces: [
        {
          id: piece.id,
          outline: outlineOf(piece),
          reach: cuttableArea(machine, piece, step.onCarrier),
          holes: usedSpots(piece),
          count: piece.count,
          isRoll: false,
        },
      ],
      turns: 'half',
      mayTurnOver: false,
      usesHoles: false,
      gapMm: 4,
      edgeMm: 3,
      seed: 1,
      millis: 0,
    },
    () => 0,
  );
  const numbers = [...new Set(laying.lies.map(({ sheetNumber }) => sheetNumber))].sort((a, b) => a - b);
  const [present] = step.sheets;
  return {
    do: 'lay-parts',
    partIds: step.parts.map(({ id }) => id),
    sheets: numbers.map((_, i) =>
      i === 0 && present.stockPieceId === piece.id
        ? { sheetId: present.id, stockPieceId: null, onCarrier: step.onCarrier }
        : { sheetId: null, stockPieceId: piece.id, onCarrier: step.onCarrier },
    ),
    lies: laying.lies.map(({ pieceId: _, sheetNumber, ...lie }) => ({ ...lie, sheet: numbers.indexOf(sheetNumber) })),
  };
}

import type { Here } from '../here';
import type { StepView } from '@keen-anvil/contract';
import { usedSpots } from '@keen-anvil/core/jobs';
import type { FitWish } from '@keen-anvil/core/layout';
import { USUAL_EDGE_MM, usualGap, usualTurns } from '@keen-anvil/core/steps';
import { outlineOf } from '@keen-anvil/core/materials';
import type { HeavyPool } from '../heavy/pool';
import { Problem } from '../problem';
import { pieceOf } from './pieces-of-job';
import type { Shop } from './shop';

/** How often one piece of a job lies on each piece of stock that it is cut from, by its true outline; nothing for rolls and blanks. */
export async function fitsOfPieces(
  here: Here,
  heavy: Pick<HeavyPool, 'fitsClosely'>,
  steps: readonly StepView[],
  shop: Shop,
): Promise<Map<string, number>> {
  const found = new Map<string, number>();
  for (const pieceId of new Set(steps.flatMap(({ stockPieceId }) => stockPieceId ?? []))) {
    const on = steps.filter(({ stockPieceId, turned }) => stockPieceId === pieceId && !turned);
    const piece = pieceOf(pieceId, shop);
    const material = on[0]?.materialId ? shop.materials.get(on[0].materialId) : undefined;
    if (!piece || !material || piece.kind === 'roll' || piece.kind === 'blank') continue;
    const fits = await fitsOf(here, heavy, {
      parts: on.flatMap(({ parts }) => parts.map(({ contours }) => contours)),
      outline: outlineOf(piece),
      holes: usedSpots(piece),
      gapMm: usualGap(
        material,
        on.map(({ process }) => process),
      ),
      edgeMm: USUAL_EDGE_MM,
      turns: usualTurns(material),
    });
    if (fits > 0) found.set(pieceId, fits);
  }
  return found;
}

/** How often; what is too much to lay in time is counted in rows of boxes. */
async function fitsOf(here: Here, heavy: Pick<HeavyPool, 'fitsClosely'>, wish: FitWish): Promise<number> {
  try {
    return await heavy.fitsClosely(here, wish);
  } catch (error) {
    if (error instanceof Problem && error.code === 'too-long') return 0;
    throw error;
  }
}

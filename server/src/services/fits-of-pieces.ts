import { createHash } from 'node:crypto';
import type { StepView } from '@keen-anvil/contract';
import { usedSpots } from '@keen-anvil/core/jobs';
import { USUAL_EDGE_MM, usualGap, usualTurns, type FitWish } from '@keen-anvil/core/layout';
import { outlineOf } from '@keen-anvil/core/materials';
import type { HeavyPool } from '../heavy/pool';
import { Problem } from '../problem';
import { pieceOf } from './pieces-of-job';
import type { Shop } from './shop';

/** So many answers are kept: a price is asked for again and again. */
const MOST_KNOWN = 500;
const known = new Map<string, Promise<number>>();

/** How often one piece of a job lies on each piece of stock that it is cut from, by its true outline; nothing for rolls and blanks. */
export async function fitsOfPieces(
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
    const fits = await fitsOf(heavy, {
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

/** The same question is worked out once, also where many ask it at the same time. */
function fitsOf(heavy: Pick<HeavyPool, 'fitsClosely'>, wish: FitWish): Promise<number> {
  const key = createHash('sha256').update(JSON.stringify(wish)).digest('base64');
  const before = known.get(key);
  if (before) return before;
  const asked = heavy.fitsClosely(wish).catch((error: unknown) => {
    known.delete(key);
    // What is too much to lay in time is counted in rows of boxes.
    if (error instanceof Problem && error.code === 'too-long') return 0;
    throw error;
  });
  if (known.size >= MOST_KNOWN) known.delete(known.keys().next().value!);
  known.set(key, asked);
  return asked;
}

import { artworkBounds } from '@keen-anvil/core/artwork';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import { listArtworks, listUnplaced, updateReading } from '../queries/artworks';
import { listSteps } from '../queries/jobs';
import { listParts, updateParts } from '../queries/parts';
import { partShapes, stepBox } from './part-shapes';

/**
 * Fills in what drawings from before take up, and puts their parts' places into the drawing's plane: they used to be
 * where the step's own corner lies.
 */
export async function fillPlaces(pool: Pool): Promise<void> {
  for (const { id, jobId, workshopId, reading } of await listUnplaced(pool)) {
    await inTransaction(pool, async (db) => {
      const [before] = (await listArtworks(db, workshopId, jobId)).filter((artwork) => artwork.id === id);
      const drawn = artworkBounds(reading.parts);
      if (!before || !drawn) return;
      await updateReading(db, {
        ...before,
        drawnMinXMm: drawn.minX,
        drawnMinYMm: drawn.minY,
        drawnWidthMm: drawn.maxX - drawn.minX,
        drawnHeightMm: drawn.maxY - drawn.minY,
      });
      const artworks = await listArtworks(db, workshopId, jobId);
      const parts = await listParts(db, workshopId, jobId);
      const steps = await listSteps(db, workshopId, jobId);
      const shapes = partShapes(artworks, parts, steps);
      for (const step of steps) {
        const box = stepBox(shapes, parts, step.id);
        if (!box) continue;
        await updateParts(
          db,
          parts
            .filter((part) => part.stepId === step.id)
            .map((part) => ({
              ...part,
              place: { x: part.place.x + (step.mirrored ? box.maxX : -box.minX), y: part.place.y - box.minY },
            })),
        );
      }
    });
  }
}

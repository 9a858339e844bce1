import { drawMeasured, MeasureRefusedError, type MeasuredChoices } from '../measured';
import { artworkBounds } from './artwork-bounds';
import { ArtworkRefusedError, type ArtworkReading } from './reading';

/** What is marked has a colour of its own: it is done in another step than what is cut. */
const MARKING_COLOUR = '#3f4a5a';

/**
 * A measured shape as a drawing: a part for each of its pieces.
 * @throws ArtworkRefusedError for measures that cannot be, with the field that is meant
 */
export function readMeasured(choices: MeasuredChoices, colour = '#000000'): ArtworkReading {
  try {
    const parts = drawMeasured(choices).parts.map((part) => ({
      ...part,
      colour: part.isMarking ? MARKING_COLOUR : colour,
      layer: null,
    }));
    const box = artworkBounds(parts)!;
    return { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY, parts, notices: [] };
  } catch (error) {
    if (error instanceof MeasureRefusedError) throw new ArtworkRefusedError(error.message, `measures.${error.measure}`);
    throw error;
  }
}

import { strokeFont, type LoadedFont, type StrokeLetter } from '@keen-anvil/core/artwork';
import { stringToPaths } from 'hershey';

/** The letters of the package stand so, in its units. */
const MEASURES = { baseline: -9, capHeight: 21, xHeight: 14, descender: -16 };
let font: LoadedFont | null = null;

/** The font of single lines that ships with the application. */
export function singleLineFont(): LoadedFont {
  font ??= strokeFont(letterOf, MEASURES);
  return font;
}

/** The package writes what it does not know as a space. */
function letterOf(sign: string): StrokeLetter | undefined {
  const { bounds, paths } = stringToPaths(sign);
  const strokes = paths.filter((path) => path.length > 1);
  if (strokes.length === 0 && sign !== ' ') return undefined;
  return { left: bounds.minX, right: bounds.maxX, strokes };
}

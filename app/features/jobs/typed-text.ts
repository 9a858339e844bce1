import { linesOf, type TextChoices } from '@keen-anvil/core/artwork-choices';
import { parseTypedNumber } from '@keen-anvil/core/units';

/** Numbers of a text as they are typed. */
export interface TypedMeasures {
  capHeightMm: string;
  widthMm: string;
  letterSpacingMm: string;
  lineSpacing: string;
  lineGapMm: string;
  arcRadiusMm: string;
}

/** What a line has of its own, as it is typed; empty where it is as the rest. */
export interface TypedLine {
  fontId: string | null;
  capHeightMm: string;
}

/** A text as it is typed. */
export interface TypedText extends Pick<TextChoices, 'words' | 'fontId' | 'align' | 'isReversed'> {
  typed: TypedMeasures;
  lines: TypedLine[];
}

const said = (value: number | null): string => (value === null ? '' : String(value));

/** A text as it stands in its form. */
export const typedText = ({ words, fontId, align, isReversed, lines, ...numbers }: TextChoices): TypedText => ({
  words,
  fontId,
  align,
  isReversed,
  typed: {
    capHeightMm: said(numbers.capHeightMm),
    widthMm: said(numbers.widthMm),
    letterSpacingMm: said(numbers.letterSpacingMm),
    lineSpacing: said(numbers.lineSpacing),
    lineGapMm: said(numbers.lineGapMm),
    arcRadiusMm: said(numbers.arcRadiusMm),
  },
  lines: lines.map((line) => ({ fontId: line.fontId, capHeightMm: said(line.capHeightMm) })),
});

/** A field may stay empty; undefined where what stands in it is no number. */
const orEmpty = (typed: string): number | null | undefined =>
  typed.trim() === '' ? null : (parseTypedNumber(typed) ?? undefined);

/** What was typed as choices; null while a number is none. */
export function textChoices({ words, fontId, align, isReversed, typed, lines }: TypedText): TextChoices | null {
  const needed = [typed.capHeightMm, typed.letterSpacingMm, typed.lineSpacing].map(parseTypedNumber);
  const optional = [typed.widthMm, typed.lineGapMm, typed.arcRadiusMm].map(orEmpty);
  const [capHeightMm, letterSpacingMm, lineSpacing] = needed;
  const [widthMm, lineGapMm, arcRadiusMm] = optional;
  if (capHeightMm === null || letterSpacingMm === null || lineSpacing === null) return null;
  if (widthMm === undefined || lineGapMm === undefined || arcRadiusMm === undefined) return null;
  const own = lines
    .slice(0, linesOf(words).length)
    .map((line) => ({ ...line, capHeightMm: orEmpty(line.capHeightMm) }));
  const known = own.filter((line): line is TextChoices['lines'][number] => line.capHeightMm !== undefined);
  if (known.length !== own.length) return null;
  return {
    words,
    fontId,
    align,
    isReversed,
    capHeightMm,
    letterSpacingMm,
    lineSpacing,
    widthMm,
    lineGapMm,
    // A radius of nothing is a straight line.
    arcRadiusMm: arcRadiusMm === 0 ? null : arcRadiusMm,
    lines: known,
  };
}

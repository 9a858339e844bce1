/** A font that ships with the application. */
export interface ShippedFont {
  id: string;
  label: string;
  /** The name that a drawing calls it by. */
  family: string;
  /** Its letters hang together. */
  isScript: boolean;
}

export const SHIPPED_FONTS: readonly ShippedFont[] = [
  { id: 'slab', label: 'Slab, bold', family: 'Zilla Slab', isScript: false },
  { id: 'plain', label: 'Plain, bold', family: 'Atkinson Hyperlegible', isScript: false },
  { id: 'even', label: 'Even widths', family: 'IBM Plex Mono', isScript: false },
  { id: 'single-line', label: 'Single line', family: 'Single Line', isScript: false },
  { id: 'script', label: 'Joined script', family: 'Pacifico', isScript: true },
];

/** What one line of a text has of its own; null where it is as the rest of the text. */
export interface LineChoices {
  fontId: string | null;
  /** Height of a capital letter, in mm. */
  capHeightMm: number | null;
}

/** What the maker asks of a text. */
export interface TextChoices {
  words: string;
  fontId: string;
  /** Height of a capital letter, in mm. */
  capHeightMm: number;
  /** Added between letters, in mm. */
  letterSpacingMm: number;
  /** From line to line, as a multiple of the usual; counts where no gap is said. */
  lineSpacing: number;
  /** Clear between the lowest of a line and the highest of the next, in mm; null leaves it to `lineSpacing`. */
  lineGapMm: number | null;
  /** All letters are sized, in proportion, until the text is so wide, in mm; null leaves them as high as they are said. */
  widthMm: number | null;
  /** What lines have of their own, from the first; a line that is not here has nothing. */
  lines: readonly LineChoices[];
  align: 'left' | 'middle' | 'right';
  /** The line bends round a circle of this radius: above 0 with the middle upmost, below 0 downmost; null for straight. */
  arcRadiusMm: number | null;
  /** Set reversed, to be read from behind. */
  isReversed: boolean;
}

export const USUAL_TEXT: TextChoices = {
  words: '',
  fontId: 'slab',
  capHeightMm: 20,
  letterSpacingMm: 0,
  lineSpacing: 1,
  lineGapMm: null,
  widthMm: null,
  lines: [],
  align: 'middle',
  arcRadiusMm: null,
  isReversed: false,
};
export const LONGEST_TEXT = 400;

/** The lines of a text. */
export const linesOf = (words: string): string[] => words.split(/\r?\n/);

/** The font of a line, counted from 0. */
export const fontOfLine = ({ fontId, lines }: Pick<TextChoices, 'fontId' | 'lines'>, line: number): string =>
  lines[line]?.fontId ?? fontId;

/** The fonts that a text is set in, each once. */
export const fontsOf = (text: Pick<TextChoices, 'words' | 'fontId' | 'lines'>): string[] => [
  ...new Set(linesOf(text.words).map((_, line) => fontOfLine(text, line))),
];

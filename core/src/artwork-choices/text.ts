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

/** What the maker asks of a text. */
export interface TextChoices {
  words: string;
  fontId: string;
  /** Height of a capital letter, in mm. */
  capHeightMm: number;
  /** Added between letters, in mm. */
  letterSpacingMm: number;
  /** From line to line, as a multiple of the usual. */
  lineSpacing: number;
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
  align: 'middle',
  arcRadiusMm: null,
  isReversed: false,
};
export const LONGEST_TEXT = 400;

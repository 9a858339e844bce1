import type { CurveContour } from '../geometry';
import type { SizeQuestion } from '../artwork-choices';

/** One piece of the drawing: an outline with its holes, in the drawing's own coordinates (mm, y down). */
export interface ArtworkPart {
  /** The name the drawing gives it, or `Part 3`. */
  name: string;
  /** The colour it is drawn in, `#rrggbb`. */
  colour: string;
  /** The named group it stands in, if any. */
  layer: string | null;
  /** Outline first, then its holes. An open line stands alone. */
  contours: CurveContour[];
  /** Drawn as a filled shape, or as a line; not there where the drawing does not tell. */
  isFilled?: boolean;
  /** It is drawn on what is cut out, not cut itself. */
  isMarking?: boolean;
  /** Letters of a joined script that should hang together have the same word here. */
  script?: string;
}

/** Something in the file that was not turned into contours, or that the maker should know about the reading. */
export interface ReadingNotice {
  code: 'unread' | 'left-out' | 'size-assumed' | 'mended';
  message: string;
  count: number;
}

/** What was read from a drawing. Lengths in mm. */
export interface ArtworkReading {
  widthMm: number;
  heightMm: number;
  parts: ArtworkPart[];
  notices: ReadingNotice[];
  /** Of a picture its few colours, the most frequent first. */
  palette?: string[];
  /** There where the file does not say how large it is. */
  asks?: SizeQuestion;
}

/** A drawing that is refused as a whole; the message is a sentence for the maker. */
export class ArtworkRefusedError extends Error {
  constructor(
    message: string,
    /** What of the choices is meant; null for the drawing as a whole. */
    readonly field: string | null = null,
  ) {
    super(message);
    this.name = 'ArtworkRefusedError';
  }
}

/** Collects notices; equal messages are counted, not repeated. */
export class NoticeList {
  private readonly byMessage = new Map<string, ReadingNotice>();

  add(code: ReadingNotice['code'], message: string, count = 1): void {
    const known = this.byMessage.get(message);
    if (known) known.count += count;
    else this.byMessage.set(message, { code, message, count });
  }

  list(): ReadingNotice[] {
    return [...this.byMessage.values()];
  }
}

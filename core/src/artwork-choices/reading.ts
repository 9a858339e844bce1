/** How a picture is turned into outlines; kept as a picture it has its frame alone. */
export const TRACING_WAYS = ['threshold', 'alpha', 'colours', 'kept'] as const;
export type TracingWay = (typeof TRACING_WAYS)[number];

/** What the maker decides about tracing a picture; what is null is found by the reader. */
export interface TracingChoices {
  way: TracingWay;
  /** Grey from 0 (black) to 255: what is darker is taken. null: found from the picture. */
  threshold: number | null;
  /** Takes what is light instead of what is dark. */
  isInverted: boolean;
  /** How many colours are told apart. */
  colours: number;
  /** How far an outline may be from the edge in the picture, in mm at true size. */
  toleranceMm: number;
  /** Specks below this area are left out, in mm². */
  smallestMm2: number;
}

export const USUAL_TRACING: TracingChoices = {
  way: 'threshold',
  threshold: null,
  isInverted: false,
  colours: 3,
  toleranceMm: 0.1,
  smallestMm2: 0.5,
};

/** What the maker decides about reading a file; each may be decided anew, and the file is read again. */
export interface ReadingChoices {
  /** How long one unit (SVG, DXF) or one pixel (picture) of a file without true sizes is, in mm. */
  unitMm: number | null;
  /** Loose ends of a drawing nearer than this are joined, in mm. */
  joinMm: number;
  tracing: TracingChoices;
}

export const USUAL_CHOICES: ReadingChoices = { unitMm: null, joinMm: 0.05, tracing: USUAL_TRACING };

/** A file that does not say how large it is: the answers it could be given, each with the size it would make. */
export interface SizeQuestion {
  answers: { label: string; unitMm: number; widthMm: number; heightMm: number }[];
}

/** The question for a drawing of so many units, with the usual answers. */
export function askSize(
  width: number,
  height: number,
  answers: readonly { label: string; unitMm: number }[],
): SizeQuestion {
  return {
    answers: answers.map(({ label, unitMm }) => ({
      label,
      unitMm,
      widthMm: width * unitMm,
      heightMm: height * unitMm,
    })),
  };
}

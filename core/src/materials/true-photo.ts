import type { Bounds } from '../geometry';

/** A photo that was brought to true size. */
export interface TruePhoto {
  photoId: string;
  /** What it shows of the plane it was taken of, in mm; its upper left corner is the least of both. */
  box: Bounds;
}

/** The least and the most that such a photo may show along a side, in mm. */
export const SHOWN_MM = { least: 1, most: 10_000 } as const;

/** What is wrong with the box of a photo, as a sentence; null where nothing is. */
export function photoProblem({ box: { minX, minY, maxX, maxY } }: TruePhoto): string | null {
  const [across, down] = [maxX - minX, maxY - minY];
  const isRight = [across, down].every((mm) => mm >= SHOWN_MM.least && mm <= SHOWN_MM.most);
  return isRight
    ? null
    : `A photo shows ${SHOWN_MM.least} to ${SHOWN_MM.most} mm each way; ${Math.round(across)} × ${Math.round(down)} mm came.`;
}

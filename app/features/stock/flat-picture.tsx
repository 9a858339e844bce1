import type { Point } from '@keen-anvil/core/geometry';
import { TapPicture } from './tap-picture';
import { inMm, inPixels, type FlatPhoto } from './true-size-photo';

interface FlatPictureProps {
  label: string;
  flat: FlatPhoto;
  /** In mm, as what is tapped. */
  marks?: readonly Point[];
  outline?: readonly Point[] | null;
  onTap: (at: Point) => void;
  onMoveCorner?: (i: number, at: Point) => void;
}

/** A photo from straight above that is tapped; all places are in mm. */
export function FlatPicture({ label, flat, marks = [], outline, onTap, onMoveCorner }: FlatPictureProps) {
  const drawn = (at: Point) => inPixels(flat, at);
  return (
    <TapPicture
      label={label}
      uri={flat.uri}
      width={flat.width}
      height={flat.height}
      marks={marks.map(drawn)}
      outline={outline?.map(drawn)}
      onTap={(at) => onTap(inMm(flat, at))}
      onMoveCorner={onMoveCorner && ((i, at) => onMoveCorner(i, inMm(flat, at)))}
    />
  );
}

import { addresses, type MaterialView, type StockPieceView } from '@keen-anvil/contract';
import type { TruePhoto } from '@keen-anvil/core/materials';
import { memo, useEffect, useState } from 'react';
import { Image as Picture } from 'react-native';
import { Defs, Image, Pattern, Rect } from 'react-native-svg';

/** What a sheet looks like: a photo of this very sheet, of its piece, or the pattern of its material. */
export type SheetLook = { photo: TruePhoto } | { photoId: string; widthMm: number };

/** What is known of how a sheet looks; null where nothing is. */
export function lookOfSheet(
  sheet: { photo: TruePhoto | null },
  piece: Pick<StockPieceView, 'photo'>,
  material: Pick<MaterialView, 'photoId' | 'patternWidthMm'>,
): SheetLook | null {
  const photo = sheet.photo ?? piece.photo;
  if (photo) return { photo };
  const { photoId, patternWidthMm } = material;
  return photoId && patternWidthMm ? { photoId, widthMm: patternWidthMm } : null;
}

/** A sheet's look, drawn in mm below what is laid on it. */
export const PhotoUnder = memo(function PhotoUnder({
  look,
  size,
}: {
  look: SheetLook;
  size: { widthMm: number; lengthMm: number };
}) {
  if ('photo' in look) {
    const { photoId, box } = look.photo;
    return (
      <Image
        testID="photo-under"
        href={addresses.photo({ id: photoId })}
        x={box.minX}
        y={box.minY}
        width={box.maxX - box.minX}
        height={box.maxY - box.minY}
        preserveAspectRatio="none"
      />
    );
  }
  return <PatternUnder {...look} size={size} />;
});

function PatternUnder({
  photoId,
  widthMm,
  size,
}: {
  photoId: string;
  widthMm: number;
  size: { widthMm: number; lengthMm: number };
}) {
  const ratio = useRatio(addresses.photo({ id: photoId }));
  if (!ratio) return null;
  const heightMm = widthMm * ratio;
  return (
    <>
      <Defs>
        <Pattern id="material-pattern" patternUnits="userSpaceOnUse" width={widthMm} height={heightMm}>
          <Image href={addresses.photo({ id: photoId })} width={widthMm} height={heightMm} preserveAspectRatio="none" />
        </Pattern>
      </Defs>
      <Rect testID="photo-under" width={size.widthMm} height={size.lengthMm} fill="url(#material-pattern)" />
    </>
  );
}

/** How high a picture is for its width; null until that is known. */
export function useRatio(uri: string): number | null {
  const [ratio, setRatio] = useState<number | null>(null);
  useEffect(() => {
    let isOver = false;
    Picture.getSize(
      uri,
      (width, height) => {
        if (!isOver && width > 0) setRatio(height / width);
      },
      () => undefined,
    );
    return () => {
      isOver = true;
    };
  }, [uri]);
  return ratio;
}

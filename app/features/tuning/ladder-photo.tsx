import type { Point } from '@keen-anvil/core/geometry';
import { useState } from 'react';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import { pickFile } from '../api/pick-file';
import { TapPicture } from '../stock/tap-picture';
import { measurePatches, readLightness, type Lightness } from './measure-photo';

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

interface Shown {
  uri: string;
  picture: Lightness;
}

/** Measures a ladder in a photo: its four corners are tapped, which brings it to true size, and each patch is read. */
export function LadderPhoto({
  shares,
  onMeasured,
}: {
  shares: readonly [number, number][];
  onMeasured: (darknesses: number[]) => void;
}) {
  const { rust } = useTokens();
  const [shown, setShown] = useState<Shown | null>(null);
  const [corners, setCorners] = useState<Point[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const pick = async () => {
    const file = await pickFile('image/*');
    if (!file) return;
    try {
      setShown({ picture: await readLightness(file), uri: URL.createObjectURL(file) });
      setCorners([]);
      setTrouble(null);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const tap = (at: Point) => {
    if (!shown || corners.length === CORNERS.length) return;
    const tapped = [...corners, at];
    setCorners(tapped);
    if (tapped.length < CORNERS.length) return;
    try {
      const measured = measurePatches(shown.picture, tapped, shares);
      if (measured.some(Number.isNaN))
        throw new Error(
          'The bare material above the ladder has to be in the photo too. Take it from a little further away.',
        );
      onMeasured(measured);
      setTrouble(null);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <View style={{ gap: SPACE.small }}>
      <TextKey
        title={shown ? 'Measure in another photo' : 'Measure in a photo'}
        icon="camera-outline"
        onPress={() => void pick()}
      />
      {shown ? (
        <>
          <Strong>
            {corners.length < CORNERS.length
              ? `Tap the ${CORNERS[corners.length]} corner of the ladder`
              : 'Measured: look at the numbers below'}
          </Strong>
          <TapPicture
            label="Photo of the ladder"
            uri={shown.uri}
            width={shown.picture.width}
            height={shown.picture.height}
            marks={corners}
            onTap={tap}
          />
          {corners.length ? <TextKey title="Tap the corners anew" icon="undo" onPress={() => setCorners([])} /> : null}
        </>
      ) : null}
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble}
        </Body>
      ) : null}
    </View>
  );
}

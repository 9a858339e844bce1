import type { Point } from '@keen-anvil/core/geometry';
import { useState } from 'react';
import { Image, Pressable, View, type GestureResponderEvent } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import { pickFile } from '../api/pick-file';
import { measurePatches, readLightness, type Lightness } from './measure-photo';

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const;
const MARK = 14;

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
  const { ember, card, rust } = useTokens();
  const [shown, setShown] = useState<Shown | null>(null);
  const [corners, setCorners] = useState<Point[]>([]);
  const [width, setWidth] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const scale = shown && width > 0 ? shown.picture.width / width : 1;
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
  const tap = ({ nativeEvent }: GestureResponderEvent) => {
    if (!shown || corners.length === CORNERS.length) return;
    const tapped = [...corners, { x: nativeEvent.locationX * scale, y: nativeEvent.locationY * scale }];
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
          <Pressable
            aria-label="Photo of the ladder"
            onPress={tap}
            onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
            style={{ width: '100%', aspectRatio: shown.picture.width / shown.picture.height }}
          >
            <Image
              source={{ uri: shown.uri }}
              accessibilityLabel="Photo of the ladder"
              style={{ width: '100%', height: '100%' }}
            />
            {corners.map((corner, i) => (
              <View
                key={i}
                pointerEvents="none"
                style={{
                  position: 'absolute',
                  left: corner.x / scale - MARK / 2,
                  top: corner.y / scale - MARK / 2,
                  width: MARK,
                  height: MARK,
                  borderRadius: MARK / 2,
                  borderWidth: 3,
                  borderColor: ember,
                  backgroundColor: card,
                }}
              />
            ))}
          </Pressable>
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

import { addresses, type ArtworkView } from '@keen-anvil/contract';
import { windowMatrix, type Print } from '@keen-anvil/core/jobs';
import type { Measures } from '@keen-anvil/core/measured';
import { formatNumber } from '@keen-anvil/core/units';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { G, Image, Path } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import type { BoxedPart } from './all-parts';
import { pathOf } from './drawn-groups';
import { PartPrint } from './part-print';
import { asDrawn } from './picture-as-drawn';
import { usePictureHand } from './use-picture-hand';

interface WindowPictureProps {
  part: BoxedPart;
  picture: ArtworkView;
  print: Print;
  measures: Measures;
  maxHeight: number;
  onTurn: (changes: Record<string, number>) => void;
}

/** Room round the window in which the rest of the picture is seen, as a share of it. */
const ROUND = 0.25;

/** A part with the picture under it: all of the picture faint, what is inside the cut as it will be. */
export function WindowPicture({ part, picture, print, measures, maxHeight, onTurn }: WindowPictureProps) {
  const { card, rule, ember } = useTokens();
  const [width, setWidth] = useState(0);
  const frame = useRef<View>(null);
  const { minX, maxX, minY, maxY } = part.bounds;
  const [across, down] = [(maxX - minX) * (1 + 2 * ROUND), (maxY - minY) * (1 + 2 * ROUND)];
  const scale = Math.max(0.001, Math.min(width / across, maxHeight / down));
  const { widthMm, heightMm } = picture.facts;
  const matrix = print.isAsDrawn
    ? asDrawn(picture).matrix
    : windowMatrix(part.contours, { widthMm, heightMm }, measures);
  // What stays where it was drawn is not taken into the hand.
  const hand = usePictureHand(
    ({ right, down: below, times, turn }) =>
      !print.isAsDrawn &&
      onTurn({
        right: measures.right + right / scale,
        down: measures.down + below / scale,
        size: measures.size * times,
        turn: ((((measures.turn + turn + 540) % 360) + 360) % 360) - 180,
      }),
  );
  // The page must not scroll or zoom while the picture is in hand; a listener of React's could not keep it from that.
  useEffect(() => {
    const element = frame.current as unknown as HTMLElement | null;
    const still = (event: Event) => event.preventDefault();
    element?.addEventListener?.('wheel', still, { passive: false });
    return () => element?.removeEventListener?.('wheel', still);
  }, []);
  const left = (minX + maxX) / 2 - width / scale / 2;
  const top = minY - (maxY - minY) * ROUND;
  return (
    <View
      ref={frame}
      testID="window"
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      {...(hand as object)}
      style={[
        {
          width: '100%',
          minHeight: 80,
          backgroundColor: card,
          borderWidth: 1,
          borderColor: rule,
          borderRadius: 3,
          overflow: 'hidden',
        },
        { touchAction: 'none', cursor: 'grab' } as object,
      ]}
    >
      {width > 0 && matrix ? (
        <Picture
          width={width}
          height={down * scale}
          label={`${picture.name} in ${part.name}, ${formatNumber(maxX - minX, 1)} by ${formatNumber(maxY - minY, 1)} mm`}
        >
          <G transform={`scale(${scale}) translate(${-left} ${-top})`}>
            <G transform={`matrix(${matrix.join(' ')})`} opacity={0.22}>
              <Image
                href={addresses.drawingPicture({ id: picture.id })}
                x={0}
                y={0}
                width={widthMm}
                height={heightMm}
                preserveAspectRatio="none"
              />
            </G>
            <PartPrint
              path={pathOf(part)}
              print={{
                picture: { drawingId: picture.id, widthMm, heightMm, matrix },
                fill: print.fill,
                bleedMm: measures.bleed,
              }}
            />
            <Path d={pathOf(part)} fill="none" stroke={ember} strokeWidth={2 / scale} />
          </G>
        </Picture>
      ) : null}
    </View>
  );
}

import type { OnGarment, GarmentSize } from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';

const HEIGHT = 340;
const MARGIN = 30;

/** One thing on it, in its colour. */
export interface DrawnOnGarment {
  d: string;
  colour: string;
}

interface GarmentPictureProps {
  size: GarmentSize;
  on: OnGarment;
  /** The design's own outline, where it is drawn, and what that takes up, mm. */
  drawn: readonly DrawnOnGarment[];
  box: { minX: number; minY: number; widthMm: number; heightMm: number };
}

/** A garment laid flat at its own measures, with the design where it goes and what is measured with a ruler. */
export function GarmentPicture({ size, on, drawn, box }: GarmentPictureProps) {
  const { card, slate, quench, ink } = useTokens();
  const [width, setWidth] = useState(0);
  const isSleeve = on.side === 'sleeve';
  const [wide, long] = isSleeve
    ? [size.sleeveWidthMm, size.sleeveLengthMm]
    : [size.chestWidthMm + 1.1 * size.sleeveLengthMm, size.lengthMm];
  const scale = Math.min((width - 2 * MARGIN) / wide, (HEIGHT - 2 * MARGIN) / long);
  const middle = width / 2 / scale;
  const top = MARGIN / scale;
  // As one stands before it, the wearer's left lies to the right.
  const cx = middle + on.asideMm;
  const upper = top + on.middleMm - on.heightMm / 2;
  const from = on.from.startsWith('above')
    ? top + long
    : top + (isSleeve ? 0 : on.side === 'back' ? 20 : size.neckDropMm);
  const to = on.from.startsWith('above') ? upper + on.heightMm : upper;
  const fit = on.widthMm / box.widthMm;
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)} style={{ minHeight: HEIGHT }} testID="garment">
      {width > 0 ? (
        <Svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Size ${size.name}: ${formatNumber(on.widthMm, 0)} mm wide, ${formatNumber(on.distanceMm, 0)} mm ${on.from}`}
        >
          <G transform={`scale(${scale})`}>
            <Path
              d={isSleeve ? sleevePath(size, middle, top) : shirtPath(size, middle, top, on.side === 'back')}
              fill={card}
              stroke={slate}
              strokeWidth={2 / scale}
            />
            <Line
              x1={middle}
              x2={middle}
              y1={top}
              y2={top + long}
              stroke={slate}
              strokeWidth={1 / scale}
              strokeDasharray={`${6 / scale} ${6 / scale}`}
            />
            <G
              transform={`translate(${cx - on.widthMm / 2} ${upper}) scale(${fit}) translate(${-box.minX} ${-box.minY})`}
            >
              {drawn.map(({ d, colour }, i) => (
                <Path key={i} d={d} fill={colour} fillRule="evenodd" stroke={slate} strokeWidth={0.8 / scale / fit} />
              ))}
            </G>
            <Rect
              x={cx - on.widthMm / 2}
              y={upper}
              width={on.widthMm}
              height={on.heightMm}
              fill="none"
              stroke={quench}
              strokeWidth={1.5 / scale}
              strokeDasharray={`${4 / scale} ${3 / scale}`}
            />
            <Line x1={cx} x2={cx} y1={from} y2={to} stroke={quench} strokeWidth={2 / scale} />
            <SvgText
              fontFamily={FONT.text}
              x={cx + 8 / scale}
              y={(from + to) / 2 + 4 / scale}
              fontSize={13 / scale}
              fill={ink}
            >{`${formatNumber(on.distanceMm, 0)} mm`}</SvgText>
            <SvgText
              fontFamily={FONT.text}
              x={cx}
              y={upper + on.heightMm + 15 / scale}
              fontSize={13 / scale}
              fill={ink}
              textAnchor="middle"
            >{`${formatNumber(on.widthMm, 0)} mm wide`}</SvgText>
          </G>
        </Svg>
      ) : null}
    </View>
  );
}

/** A shirt laid out flat, from its measures. */
function shirtPath(size: GarmentSize, middle: number, top: number, isBack: boolean): string {
  const half = size.chestWidthMm / 2;
  const neck = size.neckWidthMm / 2;
  const drop = isBack ? 20 : size.neckDropMm;
  const reach = half + 0.55 * size.sleeveLengthMm;
  const armpit = top + size.sleeveWidthMm + 30;
  const right = `L${middle + half * 0.86} ${top + 26}L${middle + reach} ${top + size.sleeveLengthMm * 0.62}L${middle + reach - size.sleeveWidthMm * 0.62} ${top + size.sleeveLengthMm * 0.62 + size.sleeveWidthMm * 0.7}L${middle + half} ${armpit}L${middle + half} ${top + size.lengthMm}`;
  const left = `L${middle - half} ${top + size.lengthMm}L${middle - half} ${armpit}L${middle - reach + size.sleeveWidthMm * 0.62} ${top + size.sleeveLengthMm * 0.62 + size.sleeveWidthMm * 0.7}L${middle - reach} ${top + size.sleeveLengthMm * 0.62}L${middle - half * 0.86} ${top + 26}`;
  return `M${middle - neck} ${top}Q${middle - neck * 0.8} ${top + drop} ${middle} ${top + drop}Q${middle + neck * 0.8} ${top + drop} ${middle + neck} ${top}${right}${left}Z`;
}

const sleevePath = (size: GarmentSize, middle: number, top: number): string =>
  `M${middle - size.sleeveWidthMm / 2} ${top + 30}Q${middle} ${top - 20} ${middle + size.sleeveWidthMm / 2} ${top + 30}L${middle + size.sleeveWidthMm * 0.44} ${top + size.sleeveLengthMm}H${middle - size.sleeveWidthMm * 0.44}Z`;

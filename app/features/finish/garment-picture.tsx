import { drawnGarment, type GarmentSize, type OnGarment } from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { useUnits } from '../../ui/units';

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
  const units = useUnits();
  const said = (mm: number) => units.show(Math.round(mm), 'mm');
  const [width, setWidth] = useState(0);
  const garment = drawnGarment(size, on);
  const { design, measured } = garment;
  const scale = Math.min((width - 2 * MARGIN) / garment.widthMm, (HEIGHT - 2 * MARGIN) / garment.heightMm);
  const fit = on.widthMm / box.widthMm;
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)} style={{ minHeight: HEIGHT }} testID="garment">
      {width > 0 ? (
        <Picture
          width={width}
          height={HEIGHT}
          label={`Size ${size.name}: ${formatNumber(on.widthMm, 0)} mm wide, ${formatNumber(on.distanceMm, 0)} mm ${on.from}`}
        >
          <G transform={`translate(${width / 2} ${MARGIN}) scale(${scale})`}>
            <Path d={garment.d} fill={card} stroke={slate} strokeWidth={2 / scale} />
            <Line
              x1={0}
              x2={0}
              y1={0}
              y2={garment.heightMm}
              stroke={slate}
              strokeWidth={1 / scale}
              strokeDasharray={`${6 / scale} ${6 / scale}`}
            />
            <G transform={`translate(${design.x} ${design.y}) scale(${fit}) translate(${-box.minX} ${-box.minY})`}>
              {drawn.map(({ d, colour }, i) => (
                <Path key={i} d={d} fill={colour} fillRule="evenodd" stroke={slate} strokeWidth={0.8 / scale / fit} />
              ))}
            </G>
            <Rect
              x={design.x}
              y={design.y}
              width={on.widthMm}
              height={on.heightMm}
              fill="none"
              stroke={quench}
              strokeWidth={1.5 / scale}
              strokeDasharray={`${4 / scale} ${3 / scale}`}
            />
            <Line
              x1={measured.x}
              x2={measured.x}
              y1={measured.y1}
              y2={measured.y2}
              stroke={quench}
              strokeWidth={2 / scale}
            />
            <SvgText
              fontFamily={FONT.text}
              x={measured.x + 8 / scale}
              y={(measured.y1 + measured.y2) / 2 + 4 / scale}
              fontSize={13 / scale}
              fill={ink}
            >
              {said(on.distanceMm)}
            </SvgText>
            <SvgText
              fontFamily={FONT.text}
              x={measured.x}
              y={design.y + on.heightMm + 15 / scale}
              fontSize={13 / scale}
              fill={ink}
              textAnchor="middle"
            >{`${said(on.widthMm)} wide`}</SvgText>
          </G>
        </Picture>
      ) : null}
    </View>
  );
}

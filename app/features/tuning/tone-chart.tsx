import type { TonePatch, TonePoint, tunedDials } from '@keen-anvil/core/tuning';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { Aside } from '../../ui/type';

const LEFT = 46;
const BELOW = 34;
const TOP = 8;
const PLOT = 160;

/** The tone curve with its uncertainty as a band, and the patches as they were scored. */
export function ToneChart({
  curve,
  patches,
  dial,
}: {
  curve: readonly TonePoint[];
  patches: readonly TonePatch[];
  dial: Pick<ReturnType<typeof tunedDials>[number], 'label' | 'unit'>;
}) {
  const { moss, rule, slate, ink } = useTokens();
  const [width, setWidth] = useState(0);
  const values = curve.map(({ value }) => value);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const x = (value: number) => LEFT + ((value - low) / (high - low || 1)) * (width - LEFT - 12);
  const y = (darkness: number) => TOP + (1 - darkness) * PLOT;
  const clamp = (darkness: number) => Math.min(1, Math.max(0, darkness));
  const line = (points: readonly { value: number; darkness: number }[]) =>
    points.map(({ value, darkness }) => `${x(value)} ${y(clamp(darkness))}`).join('L');
  const band = `M${line(curve.map((p) => ({ ...p, darkness: p.darkness + p.spread })))}L${line([...curve].reverse().map((p) => ({ ...p, darkness: p.darkness - p.spread })))}Z`;
  const said = curve
    .map(
      ({ value, darkness, spread }) =>
        `${dial.label} ${value}: ${Math.round(darkness * 100)} % give or take ${Math.round(spread * 100)}`,
    )
    .join('; ');
  return (
    <View
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      role="img"
      aria-label={said}
      testID="tone-chart"
    >
      {width > 0 ? (
        <Svg width={width} height={TOP + PLOT + BELOW}>
          {[0, 0.5, 1].map((darkness) => (
            <Line key={darkness} x1={LEFT} x2={width} y1={y(darkness)} y2={y(darkness)} stroke={rule} strokeWidth={1} />
          ))}
          {[0, 0.5, 1].map((darkness) => (
            <SvgText
              key={darkness}
              x={LEFT - 6}
              y={y(darkness) + 4}
              textAnchor="end"
              fontSize={11}
              fontFamily={FONT.number}
              fill={slate}
            >{`${darkness * 100} %`}</SvgText>
          ))}
          {[low, high].map((value) => (
            <SvgText
              key={value}
              x={x(value)}
              y={TOP + PLOT + 16}
              textAnchor={value === high ? 'end' : 'start'}
              fontSize={11}
              fontFamily={FONT.number}
              fill={slate}
            >{`${value}${dial.unit ? ` ${dial.unit}` : ''}`}</SvgText>
          ))}
          <Path d={band} fill={moss} fillOpacity={0.2} />
          <Path d={`M${line(curve)}`} stroke={moss} strokeWidth={2.5} fill="none" />
          {patches.map(({ value, darkness }) => (
            <Circle key={value} cx={x(value)} cy={y(darkness)} r={4} fill={ink} />
          ))}
        </Svg>
      ) : null}
      <Aside>{`How dark over ${dial.label.toLowerCase()}; the band is what it may be off by.`}</Aside>
    </View>
  );
}

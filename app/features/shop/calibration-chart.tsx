import { toPhysical, type Dial } from '@keen-anvil/core/machines';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from '../../ui/line-chart';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';

const STEPS = 6;

/** What a measured dial truly gives over its range. */
export function CalibrationChart({ dial }: { dial: Dial }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const values = Array.from({ length: STEPS + 1 }, (_, i) => dial.min + ((dial.max - dial.min) * i) / STEPS);
  const ink = (opacity = 1) =>
    `${tokens.slate}${Math.round(opacity * 255)
      .toString(16)
      .padStart(2, '0')}`;
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{ minHeight: 170 }}
      role="img"
      aria-label={`${dial.label} in ${dial.physicalUnit} over its range`}
    >
      {width > 0 ? (
        <LineChart
          data={{
            labels: values.map((v) => formatNumber(v, 0)),
            datasets: [{ data: values.map((v) => Math.max(0, toPhysical(dial, v))) }],
          }}
          width={width}
          height={170}
          yAxisSuffix={` ${dial.physicalUnit}`}
          withShadow={false}
          withVerticalLines={false}
          fromZero
          segments={3}
          chartConfig={{
            backgroundGradientFrom: tokens.card,
            backgroundGradientTo: tokens.card,
            decimalPlaces: dial.physicalUnit === 'mm' ? 1 : 0,
            color: () => tokens.quench,
            labelColor: ink,
            propsForLabels: { fontFamily: FONT.number, fontSize: 11 },
            propsForBackgroundLines: { stroke: tokens.rule, strokeDasharray: '' },
            propsForDots: { r: '3' },
          }}
        />
      ) : null}
    </View>
  );
}

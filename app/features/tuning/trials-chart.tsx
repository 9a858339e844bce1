import type { RecipeDetail } from '@keen-anvil/contract';
import { type tunedDials } from '@keen-anvil/core/tuning';
import { OUTCOMES, processOf } from '@keen-anvil/core/recipes';
import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from '../../ui/line-chart';
import { Circle, G, Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { Aside } from '../../ui/type';

const HEIGHT = 220;
/** More trials than this do not stand apart on a phone. */
const MOST = 16;

/** What was dialled in, trial by trial, with the outcome at each point: a tick for right, an arrow to where more or less was wanted. */
export function TrialsChart({ recipe, dial }: { recipe: RecipeDetail; dial: ReturnType<typeof tunedDials>[number] }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const events = recipe.evidence
    .filter(({ settings, onTopOf = [] }) => onTopOf.length === 0 && settings[dial.name] !== undefined)
    .slice(0, MOST)
    .reverse();
  const words = processOf(recipe.process).outcomes;
  const values = events.map(({ settings }) => settings[dial.name]!);
  const said = `${dial.label} of the last ${events.length} trials and runs, oldest first: ${events.map(({ settings, outcome }) => `${settings[dial.name]} ${words[outcome]}`).join(', ')}`;
  const ink = (opacity = 1) =>
    `${tokens.slate}${Math.round(opacity * 255)
      .toString(16)
      .padStart(2, '0')}`;
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{ minHeight: HEIGHT }}
      role="img"
      aria-label={said}
      testID="trials-chart"
    >
      {width > 0 && events.length ? (
        <LineChart
          data={{
            labels: events.map((_, i) => (events.length <= 8 || i % 2 === 0 ? `${i + 1}` : '')),
            datasets: [{ data: values }],
          }}
          width={width}
          height={HEIGHT}
          yAxisSuffix={dial.unit ? ` ${dial.unit}` : ''}
          withShadow={false}
          withVerticalLines={false}
          segments={4}
          renderDotContent={({ x, y, index }) => (
            <OutcomeDot key={index} x={x} y={y} degree={OUTCOMES.indexOf(events[index].outcome)} />
          )}
          chartConfig={{
            backgroundGradientFrom: tokens.card,
            backgroundGradientTo: tokens.card,
            decimalPlaces: dial.step < 1 ? 2 : 0,
            color: () => tokens.slate,
            labelColor: ink,
            strokeWidth: 1,
            propsForLabels: { fontFamily: FONT.number, fontSize: 11 },
            propsForBackgroundLines: { stroke: tokens.rule, strokeDasharray: '' },
            propsForDots: { r: '0' },
          }}
        />
      ) : null}
      <Aside>{dial.label}, oldest at the left. ✓ right · ↑ wanted more · ↓ wanted less</Aside>
    </View>
  );
}

/** A point with how it came out: filled and ticked where right, else an arrow; far misses have it twice. */
export function OutcomeDot({ x, y, degree, size = 9 }: { x: number; y: number; degree: number; size?: number }) {
  const { moss, rust, card } = useTokens();
  const way = degree < 2 ? -1 : 1;
  const head = (at: number) =>
    `M${x - 3} ${y + at - way * 1.5}L${x} ${y + at + way * 2}L${x + 3} ${y + at - way * 1.5}`;
  return (
    <G>
      <Circle cx={x} cy={y} r={size} fill={degree === 2 ? moss : rust} stroke={card} strokeWidth={1.5} />
      {degree === 2 ? (
        <Path d={`M${x - 4} ${y}l3 3l5 -6`} stroke={card} strokeWidth={2} fill="none" />
      ) : (
        <Path
          d={degree === 1 || degree === 3 ? head(0) : `${head(-2.5)}${head(2.5)}`}
          stroke={card}
          strokeWidth={2}
          fill="none"
        />
      )}
    </G>
  );
}

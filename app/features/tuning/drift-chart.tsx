import type { RecipeDetail, ToolView } from '@keen-anvil/contract';
import { OUTCOMES } from '@keen-anvil/core/recipes';
import { toolKindOf } from '@keen-anvil/core/tools';
import type { tunedDials } from '@keen-anvil/core/tuning';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Line, Path, Text as SvgText } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { Aside } from '../../ui/type';
import { OutcomeDot } from './trials-chart';

const LEFT = 44;
const BELOW = 32;
const TOP = 14;
const PLOT = 150;

/** What was needed against how worn the tool was: every outcome in the tool's present life, and a line along what was right. */
export function DriftChart({
  recipe,
  dial,
  tool,
}: {
  recipe: RecipeDetail;
  dial: ReturnType<typeof tunedDials>[number];
  tool: ToolView;
}) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const unit = toolKindOf(tool.kind).wearUnit;
  const events = recipe.evidence
    .filter(
      ({ settings, toolWear, toolLife, onTopOf = [] }) =>
        onTopOf.length === 0 && toolWear !== null && toolLife === tool.lifeNumber && settings[dial.name] !== undefined,
    )
    .map(({ id, settings, toolWear, outcome }) => ({
      id,
      wear: toolWear!,
      value: settings[dial.name]!,
      degree: OUTCOMES.indexOf(outcome),
    }))
    .sort((a, b) => a.wear - b.wear);
  if (events.length < 2)
    return (
      <Aside>Too little is known of this tool’s wear: it is written down with each trial and run from now on.</Aside>
    );
  const most = Math.max(tool.life ?? 0, tool.wear, ...events.map(({ wear }) => wear));
  const values = events.map(({ value }) => value);
  const [low, high] = [Math.min(...values) - dial.step, Math.max(...values) + dial.step];
  const x = (wear: number) => LEFT + (wear / most) * (width - LEFT - 14);
  const y = (value: number) => TOP + PLOT - ((value - low) / (high - low)) * PLOT;
  const rights = events.filter(({ degree }) => degree === 2);
  const said = rights.length
    ? `Right with ${dial.label.toLowerCase()} ${rights.map(({ value, wear }) => `${value} at ${formatNumber(wear, 0)} ${unit}`).join(', ')}`
    : 'Nothing was right yet with this tool';
  return (
    <View
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      role="img"
      aria-label={said}
      testID="drift-chart"
    >
      {width > 0 ? (
        <Svg width={width} height={TOP + PLOT + BELOW}>
          {[low, (low + high) / 2, high].map((value) => (
            <Line key={value} x1={LEFT} x2={width} y1={y(value)} y2={y(value)} stroke={tokens.rule} strokeWidth={1} />
          ))}
          {[low, high].map((value) => (
            <SvgText
              key={value}
              x={LEFT - 6}
              y={y(value) + 4}
              textAnchor="end"
              fontSize={11}
              fontFamily={FONT.number}
              fill={tokens.slate}
            >
              {formatNumber(value, 2)}
            </SvgText>
          ))}
          {[0, most / 2, most].map((wear) => (
            <SvgText
              key={wear}
              x={x(wear)}
              y={TOP + PLOT + 16}
              textAnchor={wear === most ? 'end' : 'middle'}
              fontSize={11}
              fontFamily={FONT.number}
              fill={tokens.slate}
            >{`${formatNumber(wear, 0)} ${unit}`}</SvgText>
          ))}
          <Line
            x1={x(tool.wear)}
            x2={x(tool.wear)}
            y1={TOP}
            y2={TOP + PLOT}
            stroke={tokens.ember}
            strokeWidth={1.5}
            strokeDasharray="4 4"
          />
          <SvgText
            x={x(tool.wear)}
            y={TOP - 3}
            textAnchor={tool.wear > most * 0.8 ? 'end' : 'middle'}
            fontSize={11}
            fontFamily={FONT.text}
            fill={tokens.ember}
          >
            now
          </SvgText>
          {rights.length > 1 ? (
            <Path
              d={`M${rights.map(({ wear, value }) => `${x(wear)} ${y(value)}`).join('L')}`}
              stroke={tokens.moss}
              strokeWidth={2}
              fill="none"
            />
          ) : null}
          {events.map((event) => (
            <OutcomeDot key={event.id} x={x(event.wear)} y={y(event.value)} degree={event.degree} size={8} />
          ))}
        </Svg>
      ) : null}
      <Aside>{`${dial.label} over ${unit === 'm' ? 'metres' : 'hours'} of this tool. The line follows what was right.`}</Aside>
    </View>
  );
}

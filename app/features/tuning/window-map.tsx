import type { RecipeDetail, WindowView } from '@keen-anvil/contract';
import { OUTCOMES, processOf } from '@keen-anvil/core/recipes';
import { type tunedDials } from '@keen-anvil/core/tuning';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Rect, Text as SvgText } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { Aside } from '../../ui/type';
import { OutcomeDot } from './trials-chart';

const LEFT = 46;
const BELOW = 34;
const ROW = 20;
const SINGLE_ROW = 64;
/** Labels along an axis are at least this far apart, in px. */
const LABEL_EVERY = 44;

interface WindowMapProps {
  recipe: RecipeDetail;
  window: WindowView;
  dials: ReturnType<typeof tunedDials>;
}

/** The good window over one or two dials: the darker, the likelier right; the trials lie on it. */
export function WindowMap({ recipe, window, dials }: WindowMapProps) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const { xs, right } = window;
  const ys = window.ys.length ? window.ys : [0];
  const labelOf = (name: string | null) => dials.find((dial) => dial.name === name);
  const [across, up] = [labelOf(window.x)!, labelOf(window.y)];
  const column = (width - LEFT) / xs.length;
  const row = window.y ? ROW : SINGLE_ROW;
  const height = ys.length * row;
  const at = (values: number[], value: number, size: number) => {
    // Between the columns where the map is coarser than the dial.
    const i = Math.min(
      values.length - 2,
      Math.max(
        0,
        values.findIndex((_, k) => k + 1 < values.length && values[k + 1] >= value),
      ),
    );
    const share = values.length > 1 ? (value - values[i]) / (values[i + 1] - values[i]) : 0;
    return (i + share + 0.5) * size;
  };
  const best = right
    .flatMap((chances, j) => chances.map((chance, i) => ({ chance, x: xs[i], y: window.ys[j] })))
    .reduce((a, b) => (b.chance > a.chance ? b : a));
  const events = recipe.evidence.filter(
    ({ settings, onTopOf = [] }) =>
      onTopOf.length === 0 && settings[window.x] !== undefined && (!window.y || settings[window.y] !== undefined),
  );
  const words = processOf(recipe.process).outcomes;
  const unit = (dial: typeof across | undefined) => (dial?.unit ? ` ${dial.unit}` : '');
  const said = `Most likely “${words.right}” (${Math.round(best.chance * 100)} %) at ${across.label.toLowerCase()} ${best.x}${unit(across)}${up ? ` and ${up.label.toLowerCase()} ${best.y}${unit(up)}` : ''}`;
  const every = Math.max(1, Math.ceil(LABEL_EVERY / Math.max(1, column)));
  return (
    <View
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      role="img"
      aria-label={`${said}. ${events.length} trials and runs lie on the map.`}
      testID="window-map"
    >
      {width > 0 ? (
        <Svg width={width} height={height + BELOW}>
          {right.map((chances, j) =>
            chances.map((chance, i) => (
              <Rect
                key={`${j} ${i}`}
                x={LEFT + i * column}
                y={height - (j + 1) * row}
                width={column + 0.5}
                height={row + 0.5}
                fill={tokens.moss}
                fillOpacity={0.04 + 0.86 * chance}
              />
            )),
          )}
          {window.y
            ? ys.map((y, j) =>
                j % 2 === 0 || ys.length < 6 ? (
                  <SvgText
                    key={y}
                    x={LEFT - 6}
                    y={height - (j + 0.5) * row + 4}
                    textAnchor="end"
                    fontSize={11}
                    fontFamily={FONT.number}
                    fill={tokens.slate}
                  >
                    {y}
                  </SvgText>
                ) : null,
              )
            : null}
          {xs.map((x, i) =>
            i % every === 0 ? (
              <SvgText
                key={x}
                x={LEFT + (i + 0.5) * column}
                y={height + 14}
                textAnchor={i === xs.length - 1 ? 'end' : 'middle'}
                fontSize={11}
                fontFamily={FONT.number}
                fill={tokens.slate}
              >
                {x}
              </SvgText>
            ) : null,
          )}
          <SvgText
            x={width}
            y={height + 30}
            textAnchor="end"
            fontSize={12}
            fontFamily={FONT.text}
            fill={tokens.slate}
          >{`${across.label}${unit(across)} →`}</SvgText>
          {up ? (
            <SvgText
              x={2}
              y={height + 30}
              fontSize={12}
              fontFamily={FONT.text}
              fill={tokens.slate}
            >{`↑ ${up.label}${unit(up)}`}</SvgText>
          ) : null}
          <G>
            {[...events].reverse().map((event) => (
              <OutcomeDot
                key={event.id}
                x={LEFT + at(xs, event.settings[window.x]!, column)}
                y={window.y ? height - at(ys, event.settings[window.y]!, row) : height / 2}
                degree={OUTCOMES.indexOf(event.outcome)}
                size={7}
              />
            ))}
          </G>
        </Svg>
      ) : null}
      <Aside>{said}. The darker, the likelier.</Aside>
    </View>
  );
}

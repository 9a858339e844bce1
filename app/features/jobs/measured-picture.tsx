import { contourBounds, type Point } from '@keen-anvil/core/geometry';
import type { Dimension, MeasuredDrawing, MeasuredShape, Measures } from '@keen-anvil/core/measured';
import { convertUnit, formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { G, Line, Path, Text as SvgText } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { useUnits } from '../../ui/units';
import { curvePath } from './curve-path';

interface MeasuredPictureProps {
  shape: MeasuredShape;
  measures: Measures;
  drawing: MeasuredDrawing;
  /** The measure that is being turned: its line stands out. */
  inHand: string | null;
  maxHeight: number;
}

/** Round the shape there is room for the lines that measure it, in px. */
const EDGE = 34;
/** A line that lies on the outermost edge of the shape is drawn so far outside it, in px. */
const ASIDE = 16;
const TICK = 5;

/** A shape with its dimension lines, each with its number. */
export function MeasuredPicture({ shape, measures, drawing, inHand, maxHeight }: MeasuredPictureProps) {
  const { card, rule, ink, slate, ember } = useTokens();
  const [width, setWidth] = useState(0);
  const box = contourBounds(
    drawing.parts.flatMap((part) => part.contours),
    0.2,
  )!;
  const [across, down] = [Math.max(box.maxX - box.minX, 0.1), Math.max(box.maxY - box.minY, 0.1)];
  const scale = Math.max(0.001, Math.min((width - 2 * EDGE) / across, (maxHeight - 2 * EDGE) / down));
  const left = (width - across * scale) / 2;
  const px = ({ x, y }: Point) => ({ x: left + (x - box.minX) * scale, y: EDGE + (y - box.minY) * scale });
  const { unitFor } = useUnits();
  const sayMeasure = (name: string): string => {
    const unit = shape.measures.find((measure) => measure.name === name)?.unit ?? '';
    const to = unitFor(unit);
    return formatNumber(convertUnit(measures[name], unit, to) ?? measures[name], to === 'in' ? 3 : 2);
  };
  const shown = drawing.dimensions.filter(({ of }) => measures[of] !== undefined);
  return (
    <View
      testID="measured"
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{
        width: '100%',
        minHeight: 120,
        backgroundColor: card,
        borderWidth: 1,
        borderColor: rule,
        borderRadius: 3,
      }}
    >
      {width > 0 ? (
        <Picture
          width={width}
          height={down * scale + 2 * EDGE}
          label={`${shape.label}, ${formatNumber(across, 1)} by ${formatNumber(down, 1)} mm`}
        >
          <G transform={`translate(${left} ${EDGE}) scale(${scale}) translate(${-box.minX} ${-box.minY})`}>
            {drawing.parts.map((part, i) => (
              <Path
                key={i}
                d={curvePath(part.contours)}
                fill={part.contours.every(({ closed }) => closed) ? ink : 'none'}
                fillOpacity={0.12}
                fillRule="evenodd"
                stroke={ink}
                strokeWidth={1.4 / scale}
              />
            ))}
          </G>
          {[...shown]
            .sort((a, b) => Number(a.of === inHand) - Number(b.of === inHand))
            .map((dimension, i) => (
              <DimensionLine
                key={`${dimension.of} ${i}`}
                {...asideOf(dimension, px, { right: left + across * scale, bottom: EDGE + down * scale })}
                label={sayMeasure(dimension.of)}
                colour={dimension.of === inHand ? ember : slate}
                isInHand={dimension.of === inHand}
              />
            ))}
        </Picture>
      ) : null}
    </View>
  );
}

/** A dimension in px; one along the lower or the right edge of the whole stands outside it. */
function asideOf({ from, to }: Dimension, px: (point: Point) => Point, edge: { right: number; bottom: number }) {
  const [a, b] = [px(from), px(to)];
  const isBelow = Math.abs(a.y - b.y) < 0.5 && a.y > edge.bottom - 1;
  const isRight = Math.abs(a.x - b.x) < 0.5 && a.x > edge.right - 1;
  const [dx, dy] = [isRight ? ASIDE : 0, isBelow ? ASIDE : 0];
  return { a: { x: a.x + dx, y: a.y + dy }, b: { x: b.x + dx, y: b.y + dy } };
}

interface DimensionLineProps {
  a: Point;
  b: Point;
  label: string;
  colour: string;
  isInHand: boolean;
}

function DimensionLine({ a, b, label, colour, isInHand }: DimensionLineProps) {
  const { card } = useTokens();
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const [nx, ny] = [(-(b.y - a.y) / long) * TICK, ((b.x - a.x) / long) * TICK];
  const isUpright = Math.abs(b.x - a.x) < Math.abs(b.y - a.y);
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const width = isInHand ? 2.5 : 1.2;
  // Beside an upright line, above one that lies; on a short one the number goes past its end.
  const isShort = !isUpright && long < 9 * label.length + 14;
  const text = isUpright
    ? { x: middle.x + 6, y: middle.y + 4 }
    : isShort
      ? { x: Math.max(a.x, b.x) + 6, y: middle.y + 4 }
      : { x: middle.x, y: middle.y - 4 };
  return (
    <G>
      <Line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={colour} strokeWidth={width} />
      {[a, b].map((end, i) => (
        <Line
          key={i}
          x1={end.x - nx}
          y1={end.y - ny}
          x2={end.x + nx}
          y2={end.y + ny}
          stroke={colour}
          strokeWidth={width}
        />
      ))}
      {[card, colour].map((stroke, i) => (
        <SvgText
          key={i}
          {...text}
          fill={colour}
          stroke={i === 0 ? stroke : 'none'}
          strokeWidth={i === 0 ? 4 : 0}
          fontSize={isInHand ? 15 : 12}
          fontFamily={FONT.number}
          textAnchor={isUpright || isShort ? 'start' : 'middle'}
        >
          {label}
        </SvgText>
      ))}
    </G>
  );
}

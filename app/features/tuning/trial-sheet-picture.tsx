import { outlineOf } from '@keen-anvil/core/materials';
import type { TrialShapeView, TuningView } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { trialShape } from '@keen-anvil/core/shapes';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { inUnits } from '../../ui/in-units';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../ui/theme';
import { FONT } from '../../ui/tokens';
import { saidOutcome } from './trial-words';

interface TrialSheetPictureProps {
  tuning: TuningView;
  /** The trial that is looked at. */
  chosen?: string | null;
  maxHeight: number;
}

const EDGE = 8;
/** Room for the scale below the sheet, in px. */
const BELOW = 20;
/** What is shown beyond the trials of a large piece, in mm. */
const ROUND_MM = 30;
/** Patches are drawn with at most this many lines. */
const MOST_LINES = 24;

const path = (lines: { points: { x: number; y: number }[]; closed: boolean }[]) =>
  lines
    .map(
      ({ points, closed }) =>
        `M${points.map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}${closed ? 'Z' : ''}`,
    )
    .join('');

/** The scrap with its trials, each drawn as what it is, with its number and how it came out. */
export function TrialSheetPicture({ tuning, chosen, maxHeight }: TrialSheetPictureProps) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const { scrap, sheets, shapeSize, otherTrials, recipe } = tuning;
  const shapes = sheets.flatMap((sheet) => sheet.shapes);
  const reachX =
    Math.max(
      60,
      ...shapes.map(({ at }) => at.x + shapeSize.widthMm),
      ...otherTrials.map(({ at, widthMm }) => at.x + widthMm),
    ) + ROUND_MM;
  const reachY =
    Math.max(
      40,
      ...shapes.map(({ at }) => at.y + shapeSize.heightMm),
      ...otherTrials.map(({ at, heightMm }) => at.y + heightMm),
    ) + ROUND_MM;
  const seen = { x: Math.min(scrap.widthMm, Math.max(reachX, scrap.widthMm / 2)), y: Math.min(scrap.lengthMm, reachY) };
  const scale = Math.min((width - EDGE * 2) / seen.x, maxHeight / seen.y);
  const outline = outlineOf(scrap);
  const { chosen: unit } = useUnits();
  // Of a place that was gone over again, only the last time shows.
  const shown = shapes.filter(
    (shape, i) => !shapes.slice(i + 1).some((later) => later.at.x === shape.at.x && later.at.y === shape.at.y),
  );
  const said = shown
    .map(
      (shape) => `trial ${shape.number}: ${shape.outcome ? saidOutcome(recipe.process, shape.outcome) : 'not scored'}`,
    )
    .join('; ');
  return (
    <View
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      role="img"
      aria-label={inUnits(
        `${scrap.name}, ${scrap.widthMm} × ${scrap.lengthMm} mm${said ? `. ${said}` : '. No trials yet'}`,
        unit,
      )}
      testID="trial-sheet"
    >
      {width > 0 ? (
        <Svg width={width} height={seen.y * scale + EDGE + BELOW}>
          <G x={EDGE} y={EDGE} scale={scale}>
            <Path
              d={path([{ points: outline, closed: true }])}
              fill={recipe.material.colour}
              stroke={tokens.rule}
              strokeWidth={1.5 / scale}
            />
            {otherTrials.map(({ at, widthMm, heightMm }, i) => (
              <Rect
                key={i}
                x={at.x}
                y={at.y}
                width={widthMm}
                height={heightMm}
                fill={tokens.card}
                fillOpacity={0.7}
                stroke={tokens.rule}
                strokeDasharray={`${3 / scale} ${3 / scale}`}
                strokeWidth={1 / scale}
              />
            ))}
            {shown.map((shape) => (
              <Shape key={shape.id} shape={shape} tuning={tuning} scale={scale} isChosen={shape.id === chosen} />
            ))}
          </G>
          <Rect x={0} y={seen.y * scale + EDGE} width={width} height={BELOW} fill={tokens.paper} />
          <Line
            x1={EDGE}
            y1={seen.y * scale + EDGE + 10}
            x2={EDGE + 20 * scale}
            y2={seen.y * scale + EDGE + 10}
            stroke={tokens.ink}
            strokeWidth={2}
          />
          <SvgText
            x={EDGE + 20 * scale + 6}
            y={seen.y * scale + EDGE + 14}
            fill={tokens.slate}
            fontSize={11}
            fontFamily={FONT.number}
          >
            20 mm
          </SvgText>
        </Svg>
      ) : null}
    </View>
  );
}

function Shape({
  shape,
  tuning,
  scale,
  isChosen,
}: {
  shape: TrialShapeView;
  tuning: TuningView;
  scale: number;
  isChosen: boolean;
}) {
  const { card, ink, moss, rust, ember, rule } = useTokens();
  const { recipe, shapeSize } = tuning;
  const { contours, label } = trialShape(recipe.process, shape.number, shape.at, shape.settings.interval);
  const every = Math.max(1, Math.ceil(contours.length / MOST_LINES));
  const colour = shape.outcome === null ? ember : shape.outcome === 'right' ? moss : rust;
  const { x, y } = shape.at;
  const line = processOf(recipe.process).line;
  return (
    <G>
      <Rect
        x={x - 2}
        y={y - 2}
        width={shapeSize.widthMm + 4}
        height={shapeSize.heightMm + 4}
        rx={1}
        fill={card}
        stroke={isChosen ? ember : rule}
        strokeWidth={(isChosen ? 3 : 1) / scale}
      />
      <Path
        d={path(contours.filter((_, i) => i % every === 0))}
        fill="none"
        stroke={ink}
        strokeWidth={Math.min(line.width, 2) / scale}
        strokeDasharray={line.dash
          ?.split(' ')
          .map((n) => Number(n) / scale)
          .join(' ')}
      />
      <Path d={path(label)} fill="none" stroke={ink} strokeWidth={1.4 / scale} />
      <Circle cx={x + shapeSize.widthMm} cy={y} r={9 / scale} fill={colour} />
      {shape.outcome === 'right' ? (
        <Path d={tick(x + shapeSize.widthMm, y, scale)} stroke={card} strokeWidth={2 / scale} fill="none" />
      ) : null}
      {shape.outcome && shape.outcome !== 'right' ? (
        <Path
          d={arrow(x + shapeSize.widthMm, y, scale, shape.outcome.endsWith('under'))}
          stroke={card}
          strokeWidth={2 / scale}
          fill="none"
        />
      ) : null}
    </G>
  );
}

const tick = (x: number, y: number, scale: number) =>
  `M${x - 4 / scale} ${y}l${3 / scale} ${3.5 / scale}l${5 / scale} ${-6.5 / scale}`;
/** More was wanted: an arrow up; less: down. */
const arrow = (x: number, y: number, scale: number, isUp: boolean) => {
  const way = (isUp ? -1 : 1) / scale;
  return `M${x} ${y - 5 * way}L${x} ${y + 5 * way}M${x - 4 / scale} ${y + 1 * way}L${x} ${y + 5 * way}L${x + 4 / scale} ${y + 1 * way}`;
};

import type { Outcome, ProcessName } from '@keen-anvil/core/recipes';
import { OUTCOMES, processOf } from '@keen-anvil/core/recipes';
import Svg, { G, Line, Path, Rect } from 'react-native-svg';
import { useTokens } from '../../ui/theme';

const WIDTH = 72;
const HEIGHT = 44;

/** A small drawing of what an outcome looks like: a cut from the side, a line from above, or a swatch. */
export function OutcomeDrawing({
  process,
  outcome,
  colour,
}: {
  process: ProcessName;
  outcome: Outcome;
  colour: string;
}) {
  const degree = OUTCOMES.indexOf(outcome);
  const { path, parts, keepsBacking } = processOf(process);
  const kind = path === 'none' ? 'swatch' : parts ? 'section' : path === 'rows' ? 'patch' : 'line';
  return (
    <Svg width={WIDTH} height={HEIGHT} aria-hidden>
      {kind === 'section' ? <Section degree={degree} colour={colour} hasBacking={keepsBacking} /> : null}
      {kind === 'line' ? <MarkedLine degree={degree} /> : null}
      {kind === 'patch' ? <Patch degree={degree} /> : null}
      {kind === 'swatch' ? <SwatchOnCloth degree={degree} colour={colour} /> : null}
    </Svg>
  );
}

interface Part {
  degree: number;
  colour: string;
}

/** Material on its backing (or mat), seen from the side, and how deep the cut goes. */
function Section({ degree, colour, hasBacking }: Part & { hasBacking: boolean }) {
  const { ink, rule, card } = useTokens();
  const depth = [7, 15, 20, 28, 40][degree];
  const gap = degree === 4 ? 7 : 4;
  return (
    <G>
      <Rect x={2} y={8} width={WIDTH - 4} height={18} fill={colour} stroke={ink} strokeWidth={1} />
      <Rect x={2} y={26} width={WIDTH - 4} height={hasBacking ? 10 : 14} fill={rule} stroke={ink} strokeWidth={1} />
      <Path
        d={`M${WIDTH / 2 - gap} 8L${WIDTH / 2} ${8 + depth}L${WIDTH / 2 + gap} 8Z`}
        fill={card}
        stroke={ink}
        strokeWidth={1.4}
      />
      {degree === 1 ? (
        <Line
          x1={WIDTH / 2 - 14}
          y1={24}
          x2={WIDTH / 2 + 14}
          y2={24}
          stroke={ink}
          strokeWidth={2}
          strokeDasharray="3 2"
        />
      ) : null}
    </G>
  );
}

/** A line on a face, from above. */
function MarkedLine({ degree }: { degree: number }) {
  const { ink, rule, card } = useTokens();
  const y = HEIGHT / 2;
  const wave = `M6 ${y}C20 ${y - 14} 34 ${y + 14} ${WIDTH - 6} ${y}`;
  return (
    <G>
      <Rect x={1} y={3} width={WIDTH - 2} height={HEIGHT - 6} fill={card} stroke={rule} strokeWidth={1} />
      {degree === 0 ? <Path d={wave} fill="none" stroke={rule} strokeWidth={1} /> : null}
      {degree === 1 ? <Path d={wave} fill="none" stroke={ink} strokeWidth={2} strokeDasharray="9 5 3 6" /> : null}
      {degree === 2 ? <Path d={wave} fill="none" stroke={ink} strokeWidth={3} /> : null}
      {degree === 3 ? (
        <Path d={wave} fill="none" stroke={ink} strokeWidth={7} strokeLinecap="round" strokeDasharray="1 4 2 3" />
      ) : null}
      {degree >= 3 ? <Path d={wave} fill="none" stroke={ink} strokeWidth={degree === 4 ? 9 : 3.5} /> : null}
      {degree === 4 ? <Path d={wave} fill="none" stroke={card} strokeWidth={3} strokeDasharray="7 3" /> : null}
    </G>
  );
}

/** A filled patch: how dark it is, and burnt where it was far too much. */
function Patch({ degree }: { degree: number }) {
  const { ink, card } = useTokens();
  const darkness = [0.04, 0.18, 0.5, 0.75, 0.95][degree];
  return (
    <G>
      <Rect
        x={12}
        y={4}
        width={WIDTH - 24}
        height={HEIGHT - 8}
        fill={ink}
        fillOpacity={darkness}
        stroke={ink}
        strokeWidth={1}
      />
      {degree === 4 ? (
        <Path d={`M18 12l8 8l-6 10M34 8l6 12l-4 14M48 10l5 14`} stroke={card} strokeWidth={1.5} fill="none" />
      ) : null}
    </G>
  );
}

/** A swatch pressed on cloth: lying off, an edge up, flat, its edge creeping, scorched. */
function SwatchOnCloth({ degree, colour }: Part) {
  const { ink, rule, ember } = useTokens();
  const top = [6, 22, 25, 25, 25][degree];
  return (
    <G>
      <Path d={`M2 36q8 -5 17 0t17 0t17 0t17 0v6H2Z`} fill={rule} stroke={ink} strokeWidth={1} />
      {degree === 1 ? (
        <Path d={`M12 33L52 33L64 20L60 17L50 28L12 28Z`} fill={colour} stroke={ink} strokeWidth={1.2} />
      ) : (
        <Rect
          x={degree === 3 ? 8 : 12}
          y={top}
          width={degree === 3 ? 56 : 48}
          height={degree >= 3 ? 9 : 8}
          rx={degree === 3 ? 4 : 0}
          fill={colour}
          stroke={ink}
          strokeWidth={1.2}
        />
      )}
      {degree === 4 ? (
        <Path d="M14 22q4 -8 0 -14M30 22q4 -8 0 -16M46 22q4 -8 0 -14" stroke={ember} strokeWidth={2} fill="none" />
      ) : null}
    </G>
  );
}

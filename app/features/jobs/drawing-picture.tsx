import { joinBounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { memo, useState } from 'react';
import { View, type GestureResponderEvent } from 'react-native';
import Svg, { G, Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { Aside } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { curvePath } from './curve-path';
import { tappedPart } from './tapped-part';

interface DrawingPictureProps {
  parts: BoxedPart[];
  chosen: ReadonlySet<string>;
  onTap: (id: string) => void;
  maxHeight: number;
}

/** Room round the drawing, in px. */
const EDGE = 12;

/** The whole drawing as it reads: what is processed in its own colour, guides dashed, what is left out faint. */
export function DrawingPicture({ parts, chosen, onTap, maxHeight }: DrawingPictureProps) {
  const { card, rule } = useTokens();
  const [width, setWidth] = useState(0);
  if (parts.length === 0) return <Aside>There is nothing to be seen in this drawing.</Aside>;
  const box = parts.map((part) => part.bounds).reduce(joinBounds);
  const [across, down] = [Math.max(box.maxX - box.minX, 0.1), Math.max(box.maxY - box.minY, 0.1)];
  const scale = Math.max(0.001, Math.min((width - 2 * EDGE) / across, (maxHeight - 2 * EDGE) / down));
  const left = (width - across * scale) / 2;
  const tap = (event: GestureResponderEvent) => {
    const frame = (event.currentTarget as unknown as Element).getBoundingClientRect();
    const { clientX, clientY } = event.nativeEvent as unknown as MouseEvent;
    const id = tappedPart(parts, { x: box.minX + (clientX - frame.left - left) / scale, y: box.minY + (clientY - frame.top - EDGE) / scale }, scale);
    if (id) onTap(id);
  };
  return (
    <View testID="drawing-picture" onLayout={(event) => setWidth(event.nativeEvent.layout.width)} {...{ onClick: tap }} style={{ width: '100%', minHeight: 80, backgroundColor: card, borderWidth: 1, borderColor: rule, borderRadius: 3 }}>
      {width > 0 ? (
        <Svg width={width} height={down * scale + 2 * EDGE} role="img" aria-label={`The drawing, ${formatNumber(across, 0)} by ${formatNumber(down, 0)} mm, ${parts.length} parts`}>
          <G transform={`translate(${left} ${EDGE}) scale(${scale}) translate(${-box.minX} ${-box.minY})`}>
            {[...parts].sort(bySize).map((part) => (
              <PartPath key={part.id} part={part} isChosen={chosen.has(part.id)} px={1 / scale} />
            ))}
          </G>
        </Svg>
      ) : null}
    </View>
  );
}

/** The largest lies undermost, so that nothing is hidden. */
const bySize = (a: BoxedPart, b: BoxedPart): number => area(b) - area(a);
const area = ({ bounds }: BoxedPart): number => (bounds.maxX - bounds.minX) * (bounds.maxY - bounds.minY);

/** Drawn anew only when it changes: a drawing may have thousands. */
const PartPath = memo(function PartPath({ part, isChosen, px }: { part: BoxedPart; isChosen: boolean; px: number }) {
  const { ember, ink, slate } = useTokens();
  const isDone = part.role === 'process';
  return (
    <Path
      testID={`drawn-${part.name}`}
      d={curvePath(part.contours)}
      fill={isDone && part.contours.every(({ closed }) => closed) ? part.colour : 'none'}
      fillRule="evenodd"
      fillOpacity={0.5}
      opacity={part.role === 'out' ? 0.3 : 1}
      stroke={isChosen ? ember : isDone ? ink : slate}
      strokeWidth={(isChosen ? 3.5 : 1.2) * px}
      strokeDasharray={part.role === 'guide' ? [5 * px, 4 * px] : undefined}
    />
  );
});

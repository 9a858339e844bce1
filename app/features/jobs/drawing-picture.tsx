import { joinBounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { memo, useMemo, useState } from 'react';
import { View, type GestureResponderEvent } from 'react-native';
import { G, Path } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import { Aside } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { isClosed, pathOf, useDrawnGroups, type DrawnGroup } from './drawn-groups';
import { PartPrint } from './part-print';
import { useLiveLines } from './live-lines';
import { MANY_PARTS } from './sheet-picture';
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
  const isMany = parts.length > MANY_PARTS;
  const sorted = useMemo(() => [...parts].sort(bySize), [parts]);
  const taken = useMemo(() => sorted.filter((part) => chosen.has(part.id)), [sorted, chosen]);
  const groups = useDrawnGroups(isMany ? sorted : null);
  const takenGroups = useDrawnGroups(isMany && taken.length ? taken : null);
  if (parts.length === 0) return <Aside>There is nothing to be seen in this drawing.</Aside>;
  const box = parts.map((part) => part.bounds).reduce(joinBounds);
  const [across, down] = [Math.max(box.maxX - box.minX, 0.1), Math.max(box.maxY - box.minY, 0.1)];
  const scale = Math.max(0.001, Math.min((width - 2 * EDGE) / across, (maxHeight - 2 * EDGE) / down));
  const left = (width - across * scale) / 2;
  const tap = (event: GestureResponderEvent) => {
    const frame = (event.currentTarget as unknown as Element).getBoundingClientRect();
    const { clientX, clientY } = event.nativeEvent as unknown as MouseEvent;
    const id = tappedPart(
      parts,
      { x: box.minX + (clientX - frame.left - left) / scale, y: box.minY + (clientY - frame.top - EDGE) / scale },
      scale,
    );
    if (id) onTap(id);
  };
  const drawGroup =
    (isChosen: boolean) =>
    ({ key, like, path }: DrawnGroup) => (
      <PartPath
        key={`${key} ${isChosen}`}
        name={isChosen ? 'chosen' : key}
        part={like}
        path={path}
        isChosen={isChosen}
        px={1 / scale}
      />
    );
  return (
    <View
      testID="drawing-picture"
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      {...{ onClick: tap }}
      style={{
        width: '100%',
        minHeight: 80,
        backgroundColor: card,
        borderWidth: 1,
        borderColor: rule,
        borderRadius: 3,
      }}
    >
      {isMany && !groups ? <Aside style={{ padding: EDGE }}>{`Drawing ${parts.length} parts …`}</Aside> : null}
      {width > 0 && (!isMany || groups) ? (
        <Picture
          width={width}
          height={down * scale + 2 * EDGE}
          label={`The drawing, ${formatNumber(across, 0)} by ${formatNumber(down, 0)} mm, ${parts.length} parts`}
        >
          <G transform={`translate(${left} ${EDGE}) scale(${scale}) translate(${-box.minX} ${-box.minY})`}>
            {groups?.map(drawGroup(false))}
            {takenGroups?.map(drawGroup(true))}
            {isMany
              ? null
              : sorted.map((part) => (
                  <LivePart key={part.id} name={part.name} part={part} isChosen={chosen.has(part.id)} px={1 / scale} />
                ))}
          </G>
        </Picture>
      ) : null}
    </View>
  );
}

/** The largest lies undermost, so that nothing is hidden. */
const bySize = (a: BoxedPart, b: BoxedPart): number => area(b) - area(a);
const area = ({ bounds }: BoxedPart): number => (bounds.maxX - bounds.minX) * (bounds.maxY - bounds.minY);

/** A part that is drawn by itself: as soon as it has other lines. */
function LivePart(props: Omit<Parameters<typeof PartPath>[0], 'path'>) {
  return <PartPath {...props} path={pathOf({ ...props.part, contours: useLiveLines(props.part) })} />;
}

/** Drawn anew only when it changes: a drawing may have thousands. */
const PartPath = memo(function PartPath({
  name,
  part,
  path,
  isChosen,
  px,
}: {
  name: string;
  part: BoxedPart;
  path: string;
  isChosen: boolean;
  px: number;
}) {
  const { ember, ink, slate } = useTokens();
  const isDone = part.role === 'process';
  const line = (
    <Path
      testID={`drawn-${name}`}
      d={path}
      fill={isDone && isClosed(part) && !part.print && !part.outline ? part.colour : 'none'}
      fillRule="evenodd"
      fillOpacity={0.5}
      opacity={part.role === 'out' ? 0.3 : 1}
      stroke={isChosen ? ember : isDone ? ink : slate}
      strokeWidth={(isChosen ? 3.5 : 1.2) * px}
      strokeDasharray={part.role === 'guide' ? [5 * px, 4 * px] : undefined}
    />
  );
  if (!part.print) return line;
  return (
    <>
      <PartPrint print={part.print} path={path} opacity={part.role === 'out' ? 0.3 : 1} />
      {line}
    </>
  );
});

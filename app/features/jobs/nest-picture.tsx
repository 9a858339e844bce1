import { boundsOf, type CurveContour } from '@keen-anvil/core/geometry';
import { planeAt, type CloseLaying, type CloseLie } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Path, Polygon, Rect } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside } from '../../ui/type';
import type { ClosePieceShown } from './nest-form';
import { pathOf } from './drawn-groups';
import { UsedSpots } from './lay-drawn';

interface NestPictureProps {
  laying: CloseLaying;
  pieces: readonly ClosePieceShown[];
  contours: ReadonlyMap<string, CurveContour[]>;
  colour: string;
  maxHeight: number;
}

/** Room below what is laid on a roll, in mm: the rest of it is not shown. */
const SHOWN_BEYOND_MM = 20;

/** The sheets with what is laid on them, to one scale, one beside the other where there is room. */
export function NestPicture({ laying, pieces, contours, colour, maxHeight }: NestPictureProps) {
  const [width, setWidth] = useState(0);
  const sheets = useMemo(() => sheetsOf(laying), [laying]);
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.base }}
      testID="nest-picture"
    >
      {width > 0
        ? sheets.map(({ key, pieceId, number, lies }) => (
            <NestSheet
              key={key}
              name={`${pieces.find(({ close }) => close.id === pieceId)?.piece.name ?? 'Sheet'}${number ? `, sheet ${number + 1}` : ''}`}
              shown={pieces.find(({ close }) => close.id === pieceId)!}
              lies={lies}
              contours={contours}
              colour={colour}
              width={sheets.length > 1 ? Math.min(width, Math.max(150, (width - SPACE.base) / 2)) : width}
              maxHeight={sheets.length > 2 ? maxHeight / 2 : maxHeight}
            />
          ))
        : null}
    </View>
  );
}

function sheetsOf({ lies }: CloseLaying) {
  const byKey = new Map<string, { key: string; pieceId: string; number: number; lies: CloseLie[] }>();
  for (const lie of lies) {
    const key = `${lie.pieceId} ${lie.sheetNumber}`;
    const sheet = byKey.get(key) ?? { key, pieceId: lie.pieceId, number: lie.sheetNumber, lies: [] };
    sheet.lies.push(lie);
    byKey.set(key, sheet);
  }
  return [...byKey.values()];
}

interface NestSheetProps {
  name: string;
  shown: ClosePieceShown;
  lies: CloseLie[];
  contours: ReadonlyMap<string, CurveContour[]>;
  colour: string;
  width: number;
  maxHeight: number;
}

function NestSheet({ name, shown, lies, contours, colour, width, maxHeight }: NestSheetProps) {
  const { card, rule, slate, ink } = useTokens();
  const { piece, close } = shown;
  const { outline, reach } = close;
  const box = boundsOf(outline)!;
  // Of a roll only what is unrolled is shown.
  const end = close.isRoll ? Math.min(box.maxY, Math.max(...lies.map(({ y }) => y)) + SHOWN_BEYOND_MM * 4) : box.maxY;
  const [across, down] = [box.maxX - box.minX, Math.max(10, end - box.minY)];
  const scale = Math.min(width / across, maxHeight / down);
  return (
    <View style={{ gap: SPACE.hair }}>
      <Aside>{`${name}, ${formatNumber(piece.widthMm, 0)} × ${formatNumber(piece.lengthMm, 0)} mm: ${lies.length} ${lies.length === 1 ? 'part' : 'parts'}`}</Aside>
      <Svg
        width={across * scale}
        height={down * scale}
        viewBox={`${box.minX} ${box.minY} ${across} ${down}`}
        role="img"
        aria-label={`${name} with ${lies.length} parts`}
      >
        <Polygon
          points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
          fill={card}
          stroke={rule}
          strokeWidth={2 / scale}
        />
        {reach ? (
          <Rect
            x={reach.minX}
            y={reach.minY}
            width={reach.maxX - reach.minX}
            height={reach.maxY - reach.minY}
            fill="none"
            stroke={slate}
            strokeWidth={1 / scale}
            strokeDasharray={[4 / scale, 4 / scale]}
          />
        ) : null}
        <UsedSpots holes={close.holes} />
        {lies.map(({ partId, pieceId: _, sheetNumber: __, ...place }, i) => (
          <G key={`${partId} ${i}`} transform={`matrix(${planeAt(place).join(' ')})`}>
            <Path
              d={pathOf({ contours: contours.get(partId) ?? [] })}
              fill={colour}
              fillOpacity={0.55}
              fillRule="evenodd"
              stroke={ink}
              strokeWidth={1 / scale}
            />
          </G>
        ))}
      </Svg>
    </View>
  );
}

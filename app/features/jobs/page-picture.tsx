import type { JobDetail, SheetOfStep } from '@keen-anvil/contract';
import { laidOn } from '@keen-anvil/core/steps';
import { planeAt } from '@keen-anvil/core/layout';
import { DOT_MM, laminateSize, markLines, marksOf, type Correction, type MarkSet } from '@keen-anvil/core/registration';
import { formatNumber } from '@keen-anvil/core/units';
import { useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Circle, G, Line, Path, Rect } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import { allParts } from './all-parts';
import { pathOf } from './drawn-groups';
import { PartPrint } from './part-print';

interface PagePictureProps {
  job: JobDetail;
  sheet: SheetOfStep;
  page: { widthMm: number; heightMm: number };
  correction: Correction | null;
  marks: MarkSet;
}

/** The page as it is printed, with the lines of the cut; once the marks are read, as it lies in the machine. */
export function PagePicture({ job, sheet, page, correction, marks }: PagePictureProps) {
  const { card, ember, rule, ink, slate } = useTokens();
  const { height } = useWindowDimensions();
  const [width, setWidth] = useState(0);
  const scale = Math.min((width - 2) / page.widthMm, (height * 0.5) / page.heightMm);
  const { legs, dots } = markLines(marksOf(page, marks), marks);
  const laminate = laminateSize(page, marks);
  const parts = useMemo(
    () =>
      allParts(job).flatMap((part) =>
        laidOn(part, sheet).map(({ place }, i) => ({
          key: `${part.id} ${i}`,
          part,
          transform: `matrix(${planeAt(place).join(' ')})`,
          isCut: part.role === 'process',
        })),
      ),
    [job, sheet],
  );
  const printed = parts
    .filter(({ part }) => part.print && part.role !== 'out')
    .sort((a, b) => widthOf(b.part.bounds) - widthOf(a.part.bounds));
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{ minHeight: 80, alignItems: 'center' }}
    >
      {width > 0 ? (
        <Picture
          width={page.widthMm * scale}
          height={page.heightMm * scale}
          viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
          label={`The page, ${formatNumber(page.widthMm, 0)} by ${formatNumber(page.heightMm, 0)} mm, with ${printed.length} prints`}
        >
          <Rect
            x={0}
            y={0}
            width={page.widthMm}
            height={page.heightMm}
            fill={card}
            stroke={rule}
            strokeWidth={2 / scale}
          />
          <G transform={correction ? `matrix(${correction.affine.join(' ')})` : undefined}>
            {printed.map(({ key, part, transform }) => (
              <G key={key} transform={transform}>
                <PartPrint print={part.print!} path={pathOf(part)} />
              </G>
            ))}
            {legs.map(([from, to], i) => (
              <Line
                key={i}
                x1={from.x}
                y1={from.y}
                x2={to.x}
                y2={to.y}
                stroke={ink}
                strokeWidth={Math.max(marks.lineMm, 1.2 / scale)}
              />
            ))}
            {laminate ? (
              <Rect
                testID="laminate"
                x={(page.widthMm - laminate.widthMm) / 2}
                y={(page.heightMm - laminate.heightMm) / 2}
                width={laminate.widthMm}
                height={laminate.heightMm}
                fill="none"
                stroke={slate}
                strokeWidth={1.2 / scale}
                strokeDasharray={[6 / scale, 4 / scale]}
              />
            ) : null}
            {dots.map(({ x, y }, i) => (
              <Circle key={i} cx={x} cy={y} r={DOT_MM / 2} fill={ink} />
            ))}
            {parts
              .filter(({ isCut }) => isCut)
              .map(({ key, part, transform }) => (
                <Path
                  key={key}
                  d={pathOf(part)}
                  transform={transform}
                  fill="none"
                  stroke={ember}
                  strokeWidth={1.4 / scale}
                />
              ))}
          </G>
        </Picture>
      ) : null}
    </View>
  );
}

const widthOf = ({ minX, maxX }: { minX: number; maxX: number }): number => maxX - minX;

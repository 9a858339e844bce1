import type { JobDetail } from '@keen-anvil/contract';
import { laidOn, type StepWork } from '@keen-anvil/core/steps';
import type { Affine, Point } from '@keen-anvil/core/geometry';
import { planeAt } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Circle, G, Path, Rect } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import { allParts } from '../jobs/all-parts';
import { pathOf } from '../jobs/drawn-groups';

interface TurnedPictureProps {
  job: JobDetail;
  work: StepWork;
  size: { widthMm: number; lengthMm: number };
  /** How the front comes to lie once it is turned over. */
  over: Affine;
  /** Where the marks should lie by then. */
  marks: readonly Point[];
  /** How it really lies, once that is known. */
  affine: Affine | null;
}

/** What is kept free round the sheet, as it may lie a little off, as a share of its width. */
const ROUND = 0.03;

/** A sheet with its back up: what is done on it now, and what was done on its front as thin lines behind it. */
export function TurnedPicture({ job, work, size, over, marks, affine }: TurnedPictureProps) {
  const { card, ember, ink, rule, slate, quench } = useTokens();
  const { height } = useWindowDimensions();
  const [width, setWidth] = useState(0);
  const { widthMm, lengthMm } = size;
  const spare = ROUND * widthMm;
  const scale = Math.min((width - 2) / (widthMm + 2 * spare), (height * 0.5) / (lengthMm + 2 * spare));
  const lying = useMemo(
    () =>
      allParts(job)
        .filter(({ role }) => role === 'process')
        .flatMap((part) =>
          laidOn(part, work.sheet!).map(({ place }, i) => ({
            key: `${part.id} ${i}`,
            isBack: Boolean(job.steps.find(({ id }) => id === part.stepId)?.turned),
            path: pathOf(part),
            transform: `matrix(${planeAt(place).join(' ')})`,
          })),
        ),
    [job, work.sheet],
  );
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{ minHeight: 80, alignItems: 'center' }}
    >
      {width > 0 ? (
        <Picture
          width={(widthMm + 2 * spare) * scale}
          height={(lengthMm + 2 * spare) * scale}
          viewBox={`${-spare} ${-spare} ${widthMm + 2 * spare} ${lengthMm + 2 * spare}`}
          label={`The sheet with its back up, ${formatNumber(widthMm, 0)} by ${formatNumber(lengthMm, 0)} mm`}
        >
          <Rect
            width={widthMm}
            height={lengthMm}
            fill="none"
            stroke={rule}
            strokeWidth={1.5 / scale}
            strokeDasharray={[6 / scale, 4 / scale]}
          />
          <G transform={affine ? `matrix(${affine.join(' ')})` : undefined}>
            <Rect width={widthMm} height={lengthMm} fill={card} stroke={ink} strokeWidth={1.5 / scale} />
            <G transform={`matrix(${over.join(' ')})`}>
              {lying.map(({ key, isBack, path, transform }) => (
                <Path
                  key={key}
                  d={path}
                  transform={transform}
                  fill={isBack ? slate : 'none'}
                  fillOpacity={0.35}
                  fillRule="evenodd"
                  stroke={isBack ? ink : slate}
                  strokeWidth={(isBack ? 1.4 : 0.8) / scale}
                />
              ))}
            </G>
            {marks.map(({ x, y }, i) => (
              <Circle
                key={i}
                cx={x}
                cy={y}
                r={7 / scale}
                fill="none"
                stroke={affine ? quench : ember}
                strokeWidth={2.5 / scale}
              />
            ))}
          </G>
        </Picture>
      ) : null}
    </View>
  );
}

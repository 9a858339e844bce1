import { contourBounds, joinBounds, type CurveContour } from '@keen-anvil/core/geometry';
import Svg, { Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { curvePath } from './curve-path';

interface LinesThumbProps {
  /** The lines of each part. */
  parts: readonly (readonly CurveContour[])[];
  /** What they were, as thin lines below. */
  before?: readonly (readonly CurveContour[])[];
  width: number;
  height: number;
}

/** Parts, small. */
export function LinesThumb({ parts, before = [], width, height }: LinesThumbProps) {
  const { ink, slate } = useTokens();
  const boxes = [...parts, ...before].flatMap((lines) => contourBounds([...lines], 0.3) ?? []);
  if (boxes.length === 0) return <Svg width={width} height={height} />;
  const box = boxes.reduce(joinBounds);
  const size = Math.max((box.maxX - box.minX) / width, (box.maxY - box.minY) / height, 1e-3);
  const margin = 2 * size;
  const [across, down] = [box.maxX - box.minX + 2 * margin, box.maxY - box.minY + 2 * margin];
  return (
    <Svg width={width} height={height} viewBox={`${box.minX - margin} ${box.minY - margin} ${across} ${down}`}>
      {before.map((lines, i) => (
        <Path
          key={`before ${i}`}
          d={curvePath(lines)}
          fill="none"
          stroke={slate}
          strokeOpacity={0.5}
          strokeWidth={size}
        />
      ))}
      {parts.map((lines, i) => (
        <Path
          key={i}
          d={curvePath(lines)}
          fill={lines.every(({ closed }) => closed) ? ink : 'none'}
          fillOpacity={0.14}
          fillRule="evenodd"
          stroke={ink}
          strokeWidth={1.4 * size}
        />
      ))}
    </Svg>
  );
}

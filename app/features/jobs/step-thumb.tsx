import type { StepView } from '@keen-anvil/contract';
import { joinBounds, knownBounds } from '@keen-anvil/core/geometry';
import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { pathOf } from './drawn-groups';

/** More parts than this say no more at this size. */
const MOST = 200;

/** What a step works on, small: its parts as they are drawn, in ink. */
export function StepThumb({ step, size }: { step: StepView; size: number }) {
  const { slate, card, rule } = useTokens();
  const parts = step.parts.slice(0, MOST);
  const boxes = parts.flatMap((part) => knownBounds(part.contours) ?? []);
  if (boxes.length === 0) return <View style={{ width: size, height: size }} />;
  const box = boxes.reduce(joinBounds);
  const [across, down] = [Math.max(box.maxX - box.minX, 0.1), Math.max(box.maxY - box.minY, 0.1)];
  const margin = Math.max(across, down) * 0.06;
  return (
    <View
      aria-hidden
      style={{ width: size, height: size, backgroundColor: card, borderWidth: 1, borderColor: rule, borderRadius: 3 }}
    >
      <Svg
        width="100%"
        height="100%"
        viewBox={`${box.minX - margin} ${box.minY - margin} ${across + 2 * margin} ${down + 2 * margin}`}
      >
        <Path
          d={parts.map(pathOf).join('')}
          fill={slate}
          fillOpacity={0.25}
          fillRule="evenodd"
          stroke={slate}
          strokeWidth={Math.max(across, down) / 40}
        />
      </Svg>
    </View>
  );
}

import { processOf, type ProcessName, type Temper } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import Svg, { Line } from 'react-native-svg';
import { useTokens } from './theme';
import { SPACE } from './tokens';
import { Aside, Strong } from './type';

/** A process: its line and its word. */
export function ProcessMark({
  process,
  isBare = false,
}: {
  process: ProcessName;
  /** The line alone, where its word stands beside it. */ isBare?: boolean;
}) {
  const { ink } = useTokens();
  const { line, label } = processOf(process);
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
      <Svg width={34} height={10} aria-hidden>
        <Line
          x1={2}
          y1={5}
          x2={32}
          y2={5}
          stroke={ink}
          strokeWidth={line.width}
          strokeDasharray={line.dash}
          strokeLinecap={line.dash?.startsWith('0.1 ') ? 'round' : 'butt'}
        />
      </Svg>
      {isBare ? null : <Aside>{label}</Aside>}
    </View>
  );
}

/** How proven a recipe is: the colour that steel takes, and always its word. */
export function TemperMark({ temper }: { temper: Temper }) {
  const tokens = useTokens();
  return (
    <View accessibilityLabel={`Temper: ${temper}`} style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
      <View
        style={{
          width: 22,
          height: 12,
          borderRadius: 6,
          borderTopRightRadius: 1,
          borderBottomRightRadius: 1,
          backgroundColor: tokens.temper[temper],
        }}
      />
      <Strong style={{ fontSize: 15 }}>{temper}</Strong>
    </View>
  );
}

/** A material's colour as it will look. */
export function Swatch({ colour, size = 28 }: { colour: string; size?: number }) {
  const { slate } = useTokens();
  return (
    <View
      aria-hidden
      style={{
        width: size,
        height: size,
        borderRadius: 3,
        borderWidth: 1,
        borderColor: slate,
        backgroundColor: colour,
      }}
    />
  );
}

import type { PressLayerView } from '@keen-anvil/contract';
import type { PlanPhase } from '@keen-anvil/core/press';
import { formatDuration } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { phaseName, sayPhase } from './phase-words';

/** All phases on a rule of time: what is under the plate stands lower and thicker. */
export function PhaseRule({ phases, at }: { phases: readonly PlanPhase[]; at: number }) {
  const { quench, moss, rule, ember } = useTokens();
  return (
    <View aria-hidden style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 2, height: 26 }}>
      {phases.map((phase, i) => (
        <View
          key={i}
          style={{
            // A long wait does not push all else to nothing.
            flexGrow: Math.sqrt(Math.max(4, phase.seconds)),
            flexBasis: 0,
            height: phase.isDown ? 22 : 8,
            marginTop: phase.isDown ? 0 : 7,
            backgroundColor: i < at ? moss : i === at ? quench : phase.isDown ? ember : rule,
            opacity: phase.isOnlyIfNeeded ? 0.4 : 1,
          }}
        />
      ))}
    </View>
  );
}

/** What is done, one after the other, with its seconds. */
export function PhaseList({
  phases,
  layers,
  unit,
  at = -1,
}: {
  phases: readonly PlanPhase[];
  layers: readonly Pick<PressLayerView, 'id' | 'name' | 'process'>[];
  unit: string;
  at?: number;
}) {
  const { rule, quench, slate } = useTokens();
  return (
    <View role="list" testID="phases">
      {phases.map((phase, i) => (
        <View
          key={i}
          role="listitem"
          style={{
            flexDirection: 'row',
            gap: SPACE.base,
            paddingVertical: SPACE.small,
            borderBottomWidth: 1,
            borderColor: rule,
            opacity: i < at ? 0.5 : 1,
          }}
        >
          <View style={{ width: 112, alignItems: 'flex-end' }}>
            <Figure style={{ fontSize: 18, lineHeight: 24, color: phase.isDown ? quench : slate }}>
              {formatDuration(phase.seconds)}
            </Figure>
          </View>
          <View style={{ flex: 1 }}>
            <Strong>{phaseName(phase)}</Strong>
            {i === at ? <Body>{sayPhase(phase, layers, unit)}</Body> : <Aside>{sayPhase(phase, layers, unit)}</Aside>}
          </View>
        </View>
      ))}
    </View>
  );
}

import type { ToolView } from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { Aside } from '../../ui/type';

const NEAR_END = 0.9;

/** How much of a tool's life is gone, and what is left. */
export function WearBar({ tool }: { tool: ToolView }) {
  const { rule, ember, slate } = useTokens();
  const { wearUnit } = toolKindOf(tool.kind);
  if (!tool.life) return <Aside>no known end of its life</Aside>;
  const share = Math.min(1, tool.wear / tool.life);
  const isNearEnd = share > NEAR_END;
  return (
    <>
      <View style={{ height: 8, backgroundColor: rule, borderRadius: 2 }}>
        <View
          style={{ height: 8, width: `${share * 100}%`, backgroundColor: isNearEnd ? ember : slate, borderRadius: 2 }}
        />
      </View>
      <Aside style={isNearEnd ? { color: ember } : undefined}>
        {isNearEnd ? 'near its end: ' : ''}
        {formatNumber(Math.max(0, tool.life - tool.wear), 0)} {wearUnit} left of about {tool.life} {wearUnit}
      </Aside>
    </>
  );
}

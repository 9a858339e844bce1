import type { Cost } from '@keen-anvil/core/cost';
import { sayMoney } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { Aside, Figure } from '../../ui/type';

/** The price with what it spreads over, four times in five. */
export function PriceLine({ cost, currency }: { cost: Cost; currency: string }) {
  const { rule, quench, ink } = useTokens();
  const [width, setWidth] = useState(0);
  const end = 1.15 * cost.highCents;
  const at = (cents: number) => (cents / end) * width;
  return (
    <View testID="price">
      <Figure style={{ fontSize: 44, lineHeight: 52 }}>{sayMoney(cost.priceCents, currency)}</Figure>
      <View
        onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
        style={{ height: 18, justifyContent: 'center' }}
      >
        <View style={{ height: 2, backgroundColor: rule }} />
        <View
          style={{
            position: 'absolute',
            left: at(cost.lowCents),
            width: Math.max(2, at(cost.highCents) - at(cost.lowCents)),
            height: 8,
            backgroundColor: quench,
            opacity: 0.4,
          }}
        />
        <View
          style={{ position: 'absolute', left: at(cost.priceCents) - 2, width: 4, height: 18, backgroundColor: ink }}
        />
      </View>
      <Aside>{`${sayMoney(cost.lowCents, currency)} to ${sayMoney(cost.highCents, currency)}, four times in five`}</Aside>
    </View>
  );
}

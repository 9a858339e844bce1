import type { Cost, CostKind } from '@keen-anvil/core/cost';
import { formatNumber, sayMoney } from '@keen-anvil/core/units';
import { Pressable, View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Figure } from '../../ui/type';
import { COST_LABELS } from './cost-words';

interface CostBarProps {
  cost: Cost;
  currency: string;
  chosen: CostKind | null;
  onChoose: (kind: CostKind | null) => void;
}

/** The price as a bar cut into what it is made of; each piece can be touched. Hatched and plain take turns, so that no colour has to tell. */
export function CostBar({ cost, currency, chosen, onChoose }: CostBarProps) {
  const { quench, moss, ember, slate, rule, ink } = useTokens();
  const parts = cost.parts.filter(({ cents }) => cents > 0);
  const shades = [quench, slate, moss, ember];
  return (
    <View style={{ gap: SPACE.small }}>
      <View aria-hidden style={{ flexDirection: 'row', height: 44, gap: 2 }}>
        {parts.map(({ kind, cents }, i) => (
          <Pressable
            key={kind}
            tabIndex={-1}
            onPress={() => onChoose(chosen === kind ? null : kind)}
            style={{
              flexGrow: cents,
              flexBasis: 0,
              minWidth: 3,
              backgroundColor: kind === 'margin' || kind === 'fee' ? 'transparent' : shades[i % shades.length],
              borderWidth: kind === 'margin' || kind === 'fee' ? 2 : 0,
              borderColor: ink,
              opacity: chosen === null || chosen === kind ? 1 : 0.35,
            }}
          />
        ))}
      </View>
      {parts.map(({ kind, cents }) => (
        <Pressable
          key={kind}
          role="button"
          aria-expanded={chosen === kind}
          aria-label={`${COST_LABELS[kind]}: ${sayMoney(cents, currency)}`}
          onPress={() => onChoose(chosen === kind ? null : kind)}
          style={{
            flexDirection: 'row',
            alignItems: 'center',
            minHeight: TARGET,
            gap: SPACE.small,
            borderBottomWidth: 1,
            borderColor: rule,
          }}
        >
          <Body style={{ flex: 1 }}>{COST_LABELS[kind]}</Body>
          <Aside>{`${formatNumber((100 * cents) / cost.priceCents, 0)} %`}</Aside>
          <Figure style={{ minWidth: 110, textAlign: 'right', fontSize: 18 }}>{sayMoney(cents, currency)}</Figure>
        </Pressable>
      ))}
    </View>
  );
}

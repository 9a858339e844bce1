import type { MachineView } from '@keen-anvil/contract';
import type { ProcessName, Settings } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, AsDialled, Figure } from '../../ui/type';
import { dialledNumbers } from '../book/dial-numbers';

/** The numbers of a trial: what is turned since the last one stands large with what it was, the rest small. */
export function TrialNumbers({
  machine,
  process,
  settings,
  before,
}: {
  machine: MachineView;
  process: ProcessName;
  settings: Settings;
  before: Settings;
}) {
  const { ember } = useTokens();
  const numbers = dialledNumbers(machine, process, settings);
  const was = new Map(dialledNumbers(machine, process, before).map(({ name, value }) => [name, value]));
  const isTurned = ({ name, value }: (typeof numbers)[number]) => was.get(name) !== value;
  const large = numbers.some(isTurned) ? numbers.filter(isTurned) : numbers.filter(({ isWord }) => !isWord);
  const small = numbers.filter((number) => !large.includes(number));
  return (
    <View style={{ gap: SPACE.small }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.broad }}>
        {large.map((number) => (
          <View key={number.name}>
            <Aside>{number.label}</Aside>
            <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 6 }}>
              <Figure style={{ fontSize: 46, lineHeight: 54 }}>{number.value}</Figure>
              <Aside>{number.unit}</Aside>
            </View>
            {isTurned(number) ? <Aside style={{ color: ember }}>was {was.get(number.name) ?? 'not set'}</Aside> : null}
          </View>
        ))}
      </View>
      {small.length ? (
        <AsDialled>
          <Aside>
            {small.map(({ label, value, unit }) => `${label} ${value}${unit ? ` ${unit}` : ''}`).join(' · ')}
          </Aside>
        </AsDialled>
      ) : null}
    </View>
  );
}

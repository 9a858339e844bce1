import type { MachineView } from '@keen-anvil/contract';
import { quantitiesFor, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE } from '../../ui/tokens';
import { Aside, Body, Figure } from '../../ui/type';

interface DialNumbersProps {
  machine: MachineView;
  process: ProcessName;
  settings: Settings;
  /** Height of the figures, in px. */
  size: number;
}

/** What to dial in, in the order of the machine: the word on the machine, the number, its unit. */
export function DialNumbers({ machine, process, settings, size }: DialNumbersProps) {
  const { rule } = useTokens();
  const shown = quantitiesFor(machine, process).filter((q) => settings[q.name] !== undefined);
  const isCard = size > 60;
  return (
    <View style={{ flexDirection: isCard ? 'column' : 'row', flexWrap: 'wrap' }}>
      {shown.map(({ name, scale }) => (
        <View
          key={name}
          style={{
            minWidth: isCard ? undefined : 104,
            flexDirection: isCard ? 'row' : 'column',
            alignItems: isCard ? 'baseline' : 'flex-start',
            justifyContent: 'space-between',
            paddingVertical: isCard ? SPACE.hair : SPACE.small,
            paddingRight: SPACE.wide,
            borderBottomWidth: isCard ? 1 : 0,
            borderColor: rule,
          }}
        >
          {isCard ? <Body style={{ fontSize: 24, lineHeight: 32, fontFamily: FONT.textBold }}>{scale?.label ?? name}</Body> : <Aside>{scale?.label ?? name}</Aside>}
          <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 6 }}>
            <Figure style={{ fontSize: size, lineHeight: size * 1.15 }}>{settings[name]}</Figure>
            <Aside style={isCard ? { fontSize: 20, minWidth: 62 } : undefined}>{scale?.unit}</Aside>
          </View>
        </View>
      ))}
    </View>
  );
}

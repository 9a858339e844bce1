import type { MachineView } from '@keen-anvil/contract';
import {
  dialOrder,
  QUANTITIES,
  quantityOf,
  sayQuantity,
  scaleOf,
  type QuantityName,
  type Settings,
} from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure } from '../../ui/type';
import { useMachineOf } from '../shop/machines-context';

/** What goes without saying in a line: one pass, no overcut, and that nothing is switched on or laid over. */
function goesWithoutSaying(name: QuantityName, value: number): boolean {
  return (
    (name === 'passes' && value === 1) ||
    (value === 0 &&
      (name === 'overcut' || name === 'air' || name === 'cover' || name === 'preheat' || name === 'second'))
  );
}

/** The numbers of a recipe that are worth a word in a line, with the units of the machine where it is known. */
function worthSaying(
  settings: Settings,
  machine: MachineView | undefined,
): { name: QuantityName; label: string; said: string; unit: string }[] {
  return [...QUANTITIES].sort(dialOrder(machine)).flatMap((name) => {
    const value = settings[name];
    return value === undefined || goesWithoutSaying(name, value)
      ? []
      : [
          {
            name,
            label: quantityOf(name).label,
            said: sayQuantity(name, value),
            unit: (machine && scaleOf(machine, name)?.unit) ?? '',
          },
        ];
  });
}

/** A recipe's numbers as text. */
export function settingsText(settings: Settings, machine?: MachineView): string {
  return worthSaying(settings, machine)
    .map(({ label, said, unit }) => `${label} ${said}${unit && unit !== '×' ? ` ${unit}` : ''}`)
    .join(', ');
}

/** A recipe's numbers on one line: small words, large figures, never parted from each other. */
export function SettingsLine({
  settings,
  machineId,
  size = 19,
  colour,
  isDialled = false,
}: {
  settings: Settings;
  machineId: string;
  size?: number;
  colour?: string;
  /** Only what is set on the machine by hand; the overcut is in its file. */
  isDialled?: boolean;
}) {
  const { ink } = useTokens();
  const machine = useMachineOf(machineId);
  const said = worthSaying(settings, machine).filter(({ name }) => !(isDialled && name === 'overcut'));
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
      {said.map(({ name, label, said: value, unit }) => (
        <View key={name} style={{ flexDirection: 'row', alignItems: 'baseline', gap: 5 }}>
          <Aside>{label}</Aside>
          <Figure style={{ fontSize: size, lineHeight: size * 1.3, color: colour ?? ink }}>{value}</Figure>
          {unit && unit !== '×' ? <Aside>{unit}</Aside> : null}
        </View>
      ))}
    </View>
  );
}

import type { MachineView, TypedSettings } from '@keen-anvil/contract';
import {
  quantitiesFor,
  quantityOf,
  sayQuantity,
  type ProcessName,
  type QuantityName,
  type Settings,
} from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure } from '../../ui/type';

/** What a recipe sets on a machine, in the machine's order: dialled by hand, or carried by the machine file. */
export interface DialledNumber {
  name: QuantityName;
  label: string;
  unit: string;
  value: string;
  /** A word to choose rather than a number. */
  isWord: boolean;
  isByHand: boolean;
}

/** The numbers of a recipe with the words and units of the machine. */
export function dialledNumbers(machine: MachineView, process: ProcessName, settings: Settings): DialledNumber[] {
  return quantitiesFor(machine, process).flatMap(({ name, scale }) => {
    const value = settings[name];
    if (value === undefined || !scale) return [];
    return [
      {
        name,
        label: scale.label,
        unit: scale.unit,
        value: sayQuantity(name, value),
        isWord: Boolean(quantityOf(name).choices),
        isByHand: machine.dials.some((dial) => dial.name === name) || machine.kind.endsWith('press'),
      },
    ];
  });
}

interface DialNumbersProps {
  machine: MachineView;
  process: ProcessName;
  settings: Settings;
  typed?: TypedSettings;
}

/** What to dial in: the word on the machine, the number, its unit; and how it was typed, where that was in another unit. */
export function DialNumbers({ machine, process, settings, typed = {} }: DialNumbersProps) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
      {dialledNumbers(machine, process, settings).map(({ name, label, unit, value, isWord }) => (
        <View key={name} style={{ minWidth: 104, paddingVertical: SPACE.small, paddingRight: SPACE.wide }}>
          <Aside>{label}</Aside>
          <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 6 }}>
            <Figure style={isWord ? { fontSize: 26, lineHeight: 46 } : { fontSize: 40, lineHeight: 46 }}>
              {value}
            </Figure>
            <Aside>{unit}</Aside>
          </View>
          {typed[name] ? <Aside>{`typed ${typed[name].text} ${typed[name].unit}`}</Aside> : null}
        </View>
      ))}
    </View>
  );
}

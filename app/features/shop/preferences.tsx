import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { LIGHTS, useAppearance } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Heading } from '../../ui/type';
import { UNIT_CHOICES, useUnits, type UnitKind } from '../../ui/units';

const KIND_WORDS: Readonly<Record<UnitKind, string>> = {
  length: 'Lengths',
  speed: 'Speeds',
  temperature: 'Temperatures',
};

/** Light and units, kept on this device. */
export function Preferences() {
  const { light, setLight } = useAppearance();
  const { chosen, choose } = useUnits();
  return (
    <View style={{ gap: SPACE.base }}>
      <Heading>On this device</Heading>
      <Aside>Light</Aside>
      <Chips
        label="Light"
        options={LIGHTS.map((value) => ({ value, label: value }))}
        chosen={light}
        onChoose={setLight}
      />
      {(Object.keys(UNIT_CHOICES) as UnitKind[]).map((kind) => (
        <View key={kind} style={{ gap: SPACE.small }}>
          <Aside>{KIND_WORDS[kind]}, as I measure them</Aside>
          <Chips
            label={KIND_WORDS[kind]}
            options={UNIT_CHOICES[kind].map((value) => ({ value: value as string, label: value }))}
            chosen={chosen[kind]}
            onChoose={(unit) => choose(kind, unit)}
          />
        </View>
      ))}
      <Aside>A machine’s own numbers always stay as the machine shows them.</Aside>
    </View>
  );
}

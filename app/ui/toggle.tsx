import { Switch } from './elements';
import { View } from 'react-native';
import { SPACE, TARGET } from './tokens';
import { Body } from './type';

interface ToggleProps {
  label: string;
  /** What a screen reader says, where the label is not the best name. */
  name?: string;
  value: boolean;
  onChange: (value: boolean) => void;
}

/** Something that is so or not so. */
export function Toggle({ label, name = label, value, onChange }: ToggleProps) {
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        minHeight: TARGET,
        justifyContent: 'space-between',
        gap: SPACE.small,
      }}
    >
      {/* The words turn it too: a switch alone is small for a finger. */}
      <View {...{ onClick: () => onChange(!value) }} style={{ flex: 1, minHeight: TARGET, justifyContent: 'center' }}>
        <Body>{label}</Body>
      </View>
      <Switch aria-label={name} value={value} onValueChange={onChange} />
    </View>
  );
}

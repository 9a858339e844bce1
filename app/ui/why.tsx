import { Input } from './elements';
import { View } from 'react-native';
import { Chips } from './chips';

/** Why a maker nudges, at one tap. */
const REASONS = ['new roll', 'blade older', 'colder shop', 'stiffer sheet', 'new blade'] as const;

/** The reason of a change: at one tap, or in words. */
export function Why({
  value,
  name,
  placeholder,
  onChange,
}: {
  value: string;
  name: string;
  placeholder: string;
  onChange: (reason: string) => void;
}) {
  return (
    <View>
      <Chips
        label="Reasons"
        options={REASONS.map((reason) => ({ value: reason, label: reason }))}
        chosen={REASONS.find((reason) => reason === value) ?? null}
        onChoose={onChange}
      />
      <Input
        label="Why?"
        aria-label={name}
        placeholder={placeholder}
        value={value}
        onChangeText={onChange}
        renderErrorMessage={false}
      />
    </View>
  );
}

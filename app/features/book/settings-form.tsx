import type { MachineView, TypedSettings } from '@keen-anvil/contract';
import {
  quantitiesFor,
  quantityOf,
  settingProblems,
  type ProcessName,
  type QuantityName,
  type Settings,
} from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { SPACE } from '../../ui/tokens';
import { Strong } from '../../ui/type';

interface SettingsFormProps {
  machine: MachineView;
  process: ProcessName;
  settings: Settings;
  typed?: TypedSettings;
  /** The numbers before they were changed. */
  was?: Settings;
  onChange: (settings: Settings, typed: TypedSettings) => void;
}

/** A page of large numbers in the machine's order, each with its own steps; what a process does not need can be left out. */
export function SettingsForm({ machine, process, settings, typed = {}, was, onChange }: SettingsFormProps) {
  const problems = settingProblems(machine, process, settings);
  const set = (name: QuantityName, value: number, asTyped: TypedSettings[QuantityName] | null = null) => {
    const { [name]: _, ...others } = typed;
    onChange({ ...settings, [name]: value }, asTyped ? { ...others, [name]: asTyped } : others);
  };
  const leaveOut = (name: QuantityName) => {
    const { [name]: _value, ...left } = settings;
    const { [name]: _typed, ...leftTyped } = typed;
    onChange(left, leftTyped);
  };
  return (
    <View style={{ gap: SPACE.base }}>
      {quantitiesFor(machine, process).map(({ name, required, scale }) => {
        if (!scale) return null;
        const { choices } = quantityOf(name);
        const value = settings[name];
        if (value === undefined && !required)
          return (
            <TextKey
              key={name}
              title={`Set ${scale.label.toLowerCase()}`}
              icon="plus"
              onPress={() => set(name, quantityOf(name).beginsAt ?? scale.min)}
            />
          );
        const problem = problems.find((p) => p.field === name)?.message;
        return (
          <View key={name}>
            {choices ? (
              <View style={{ gap: SPACE.small }}>
                <Strong>{scale.label}</Strong>
                <Chips
                  label={scale.label}
                  options={choices.map((choice) => ({ value: choice, label: choice }))}
                  chosen={value === undefined ? null : (choices[value] ?? null)}
                  onChoose={(choice) => set(name, choices.indexOf(choice))}
                />
              </View>
            ) : (
              <StepNumber
                label={scale.label}
                unit={scale.unit}
                min={scale.min}
                max={scale.max}
                step={scale.step}
                value={value ?? scale.min}
                was={was?.[name]}
                typed={typed[name]}
                problem={problem ?? null}
                isDial
                onChange={(next, asTyped) => set(name, next, asTyped)}
              />
            )}
            {required ? null : (
              <TextKey title={`Leave ${scale.label.toLowerCase()} out`} icon="minus" onPress={() => leaveOut(name)} />
            )}
          </View>
        );
      })}
    </View>
  );
}

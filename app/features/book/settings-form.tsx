import type { MachineView } from '@keen-anvil/contract';
import { quantitiesFor, settingProblems, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { StepNumber } from '../../ui/step-number';
import { SPACE } from '../../ui/tokens';

interface SettingsFormProps {
  machine: MachineView;
  process: ProcessName;
  settings: Settings;
  /** The numbers before they were changed. */
  was?: Settings;
  onChange: (settings: Settings) => void;
}

/** A page of large numbers in the machine's order, each with its own steps. */
export function SettingsForm({ machine, process, settings, was, onChange }: SettingsFormProps) {
  const problems = settingProblems(machine, process, settings);
  return (
    <View style={{ gap: SPACE.base }}>
      {quantitiesFor(machine, process).map(({ name, scale }) =>
        scale ? (
          <StepNumber
            key={name}
            label={scale.label}
            unit={scale.unit}
            min={scale.min}
            max={scale.max}
            step={scale.step}
            value={settings[name] ?? scale.min}
            was={was?.[name]}
            problem={problems.find((problem) => problem.field === name)?.message}
            onChange={(value) => onChange({ ...settings, [name]: value })}
          />
        ) : null,
      )}
    </View>
  );
}

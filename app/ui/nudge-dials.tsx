import type { MachineView } from '@keen-anvil/contract';
import { quantitiesFor, type Changes, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import { StepNumber } from './step-number';

interface NudgeDialsProps {
  machine: MachineView;
  process: ProcessName;
  settings: Settings;
  changes: Changes;
  onChange: (changes: Changes) => void;
}

/** What the recipe sets, in the dial card's order, each as it says and a little more or less; passes and overcut too. */
export function NudgeDials({ machine, process, settings, changes, onChange }: NudgeDialsProps) {
  const dials = quantitiesFor(machine, process).filter(({ name }) => settings[name] !== undefined);
  return (
    <>
      {dials.flatMap(({ name, scale }) => {
        const base = settings[name]!;
        return scale
          ? [
              <StepNumber
                key={name}
                label={scale.label}
                unit={scale.unit}
                min={scale.min}
                max={scale.max}
                step={scale.step}
                isDial
                value={Number((base + (changes[name] ?? 0)).toFixed(6))}
                was={base}
                onChange={(value) => onChange({ ...changes, [name]: Number((value - base).toFixed(6)) })}
              />,
            ]
          : [];
      })}
    </>
  );
}

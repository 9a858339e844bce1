import type { MachineView } from '@keen-anvil/contract';
import { scaleOf, type Changes, type QuantityName, type Settings } from '@keen-anvil/core/recipes';
import { StepNumber } from './step-number';

interface NudgeDialsProps {
  machine: MachineView;
  settings: Settings;
  changes: Changes;
  onChange: (changes: Changes) => void;
}

/** The machine's own dials, each at what the recipe says and a little more or less. */
export function NudgeDials({ machine, settings, changes, onChange }: NudgeDialsProps) {
  const names = (Object.keys(settings) as QuantityName[]).filter((name) => machine.dials.some((dial) => dial.name === name));
  return (
    <>
      {names.flatMap((name) => {
        const scale = scaleOf(machine, name);
        const base = settings[name]!;
        return scale
          ? [
              <StepNumber
                key={name} label={scale.label} unit={scale.unit} min={scale.min} max={scale.max} step={scale.step} value={Number((base + (changes[name] ?? 0)).toFixed(6))} was={base}
                onChange={(value) => onChange({ ...changes, [name]: Number((value - base).toFixed(6)) })}
              />,
            ]
          : [];
      })}
    </>
  );
}

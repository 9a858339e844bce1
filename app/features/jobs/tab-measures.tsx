import type { TabsOfStep } from '@keen-anvil/core/output';
import { StepNumber } from '../../ui/step-number';

/** How many tabs, and how wide. */
export function TabMeasures({ tabs, onChange }: { tabs: TabsOfStep; onChange: (tabs: TabsOfStep) => void }) {
  return (
    <>
      <StepNumber
        label="Tabs round each line"
        unit=""
        min={1}
        max={40}
        step={1}
        value={tabs.count}
        onChange={(count) => onChange({ ...tabs, count: Math.round(count) })}
      />
      <StepNumber
        label="Width of a tab"
        unit="mm"
        min={0.1}
        max={50}
        step={0.1}
        value={tabs.widthMm}
        onChange={(widthMm) => onChange({ ...tabs, widthMm })}
      />
    </>
  );
}

/** Tabs where a maker has just asked for some. */
export const USUAL_TABS: TabsOfStep = { count: 3, widthMm: 1 };

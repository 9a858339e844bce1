import type { StepView } from '@keen-anvil/contract';
import type { StepCut } from '@keen-anvil/core/jobs';
import { USUAL_LEAD_IN_MM } from '@keen-anvil/core/output';
import { processOf } from '@keen-anvil/core/recipes';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { ChangeLine } from '../../ui/change-line';
import { Chips } from '../../ui/chips';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { Toggle } from '../../ui/toggle';
import { Aside } from '../../ui/type';
import { TabMeasures, USUAL_TABS } from './tab-measures';

const USUAL: StepCut = { order: 'shortest', leadInMm: null, tabs: null };

/** How a step is cut, in a few words. */
export function sayCut(cut: StepCut | null): string {
  const { order, leadInMm, tabs, lookAfter } = cut ?? USUAL;
  const words = [
    order === 'near-to-far' ? 'near to far' : 'the shortest way',
    ...(leadInMm === null ? [] : [leadInMm === 0 ? 'no lead-in' : `lead-in ${formatNumber(leadInMm, 1)} mm`]),
    ...(tabs
      ? [
          tabs.places?.length
            ? `${tabs.places.length} tabs placed`
            : `${tabs.count} tabs of ${formatNumber(tabs.widthMm, 1)} mm`,
        ]
      : []),
    ...(lookAfter ? [`looked at after ${lookAfter} ${lookAfter === 1 ? 'pass' : 'passes'}`] : []),
  ];
  return words.join(', ');
}

interface CutChoiceProps {
  step: StepView;
  isBeam: boolean;
  /** How wide the beam cuts there, mm; null where nobody has measured it. */
  kerfMm: number | null;
  /** How often it is gone over, all in all. */
  passes: number;
  onChange: (cut: StepCut | null) => void;
  /** To the path of the tool, where tabs are put by hand. */
  onPlaceTabs: () => void;
}

/** How the lines of a step are cut: in which order, from how far in the waste, and where they are left standing. */
export function CutChoice({ step, isBeam, kerfMm, passes, onChange, onPlaceTabs }: CutChoiceProps) {
  const [isAsked, setAsked] = useState(false);
  const cut = step.cut ?? USUAL;
  const set = (change: Partial<StepCut>) => onChange({ ...cut, ...change });
  const { parts: isParted } = processOf(step.process);
  const label = isParted ? 'How it is cut' : 'How its lines are run';
  return (
    <>
      <ChangeLine label={label} value={sayCut(step.cut)} onPress={() => setAsked(true)} />
      <Decision title={label} isOpen={isAsked} onClose={() => setAsked(false)}>
        <Chips
          label="In which order?"
          options={[
            { value: 'shortest', label: 'The shortest way' },
            { value: 'near-to-far', label: 'Near to far' },
          ]}
          chosen={cut.order}
          onChoose={(order) => set({ order })}
        />
        <Aside>
          What lies inside always comes first. Near to far: what is not cut yet holds a weak sheet while the rest is
          cut.
        </Aside>
        {isBeam && isParted ? (
          <Aside testID="kerf-of-step">
            {kerfMm === null
              ? 'Its kerf was never measured here: parts come out a little smaller than drawn.'
              : `Kerf ${formatNumber(kerfMm, 3)} mm, as measured: made up for, half of it on the waste side.`}
          </Aside>
        ) : null}
        {isBeam && isParted ? (
          <StepNumber
            label="Lead-in, in the waste"
            unit="mm"
            min={0}
            max={20}
            step={0.5}
            value={cut.leadInMm ?? USUAL_LEAD_IN_MM}
            onChange={(leadInMm) => set({ leadInMm })}
          />
        ) : null}
        {passes > 1 ? (
          <>
            <Toggle
              label="Stop between the passes, to look"
              value={Boolean(cut.lookAfter)}
              onChange={(isOn) => set({ lookAfter: isOn ? passes - 1 : null })}
            />
            {cut.lookAfter ? (
              <StepNumber
                label="Look after so many passes"
                unit=""
                min={1}
                max={passes - 1}
                step={1}
                value={Math.min(cut.lookAfter, passes - 1)}
                onChange={(lookAfter) => set({ lookAfter: Math.round(lookAfter) })}
              />
            ) : null}
            <Aside>A corner is looked at; where it is through already, the other passes are left out.</Aside>
          </>
        ) : null}
        {isParted ? (
          <Toggle
            label="Leave tabs standing"
            value={cut.tabs !== null}
            onChange={(isOn) => set({ tabs: isOn ? USUAL_TABS : null })}
          />
        ) : null}
        {cut.tabs ? (
          <>
            <TabMeasures tabs={cut.tabs} onChange={(tabs) => set({ tabs })} />
            <Aside>They stand evenly, and never in a corner.</Aside>
            <Button
              title="Put them where I want them"
              type="outline"
              onPress={() => {
                setAsked(false);
                onPlaceTabs();
              }}
            />
          </>
        ) : null}
      </Decision>
    </>
  );
}

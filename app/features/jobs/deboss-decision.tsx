import { parseTypedNumber, formatNumber } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Button, Input } from '../../ui/elements';
import { Missing } from '../../ui/missing';
import { TextKey } from '../../ui/text-key';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { useTools } from '../shop/queries';
import type { Unnamed } from './queries';

interface DebossDecisionProps {
  jobId: string;
  partIds: string[];
  isOpen: boolean;
  onClose: () => void;
  onMake: (action: Unnamed) => void;
}

/** Half a ball, and a sheet of card between it and the stencil's edge, in mm. */
const SHEET_MM = 0.3;
const gapFor = (tipMm: number): number => Math.round((tipMm / 2 + SHEET_MM) * 100) / 100;

/** How far inside the stencil's edge the stylus goes: asked once, kept whatever is scaled. */
export function DebossDecision({ jobId, partIds, isOpen, onClose, onMake }: DebossDecisionProps) {
  const styluses = (useTools().data ?? []).flatMap(({ id, name, kind, details, isArchived }) => {
    const tip = Number(details.tip);
    return kind === 'stylus' && !isArchived && tip > 0 ? [{ id, name, tip }] : [];
  });
  const draft = useDraft(`deboss of ${jobId}`, String(gapFor(styluses[0]?.tip ?? 1)));
  const gapMm = parseTypedNumber(draft.value);
  const isGap = gapMm !== null && gapMm >= 0.05 && gapMm <= 20;
  return (
    <Decision title="Deboss from the back" isOpen={isOpen} onClose={onClose}>
      <Body>
        They are cut out of a stencil, reversed. Inside them runs a line for the stylus, which is gone over twice with
        the sheet laid over the stencil, on the same marks.
      </Body>
      <Input
        label="From the stencil’s edge to the stylus, mm"
        aria-label="Gap for the stylus, mm"
        inputMode="decimal"
        value={draft.value}
        onChangeText={(next) => draft.set(next)}
        renderErrorMessage={false}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        {styluses.map(({ id, name, tip }) => (
          <TextKey
            key={id}
            title={`${name}, ball of ${formatNumber(tip, 2)} mm: ${formatNumber(gapFor(tip), 2)} mm`}
            onPress={() => draft.set(String(gapFor(tip)))}
          />
        ))}
      </View>
      <Aside>Half the ball, and the sheet between. It stays as it is when the drawing is made larger or smaller.</Aside>
      <Missing what={!isGap && 'A gap from 0.05 to 20 mm is needed.'} />
      <Button
        title="Make stencil and stylus line"
        disabled={!isGap}
        onPress={() => {
          draft.done();
          onMake({ do: 'deboss-from-back', partIds, gapMm: gapMm! });
        }}
      />
    </Decision>
  );
}

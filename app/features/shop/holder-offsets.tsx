import { addresses, type MachineView } from '@keen-anvil/contract';
import { holderOffset, withHolderOffset } from '@keen-anvil/core/machines';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { ChangeLine } from '../../ui/change-line';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { SaveKey } from '../api/save-key';
import { useChangeMachine } from './queries';
import { machineFields } from '@keen-anvil/core/records';

/** How far a holder may be off, mm. */
const MOST_MM = 50;

/** How far beside the first holder's tool those of the other holders mark, each measured by two crosses. */
export function HolderOffsets({ machine }: { machine: MachineView }) {
  const [asked, setAsked] = useState<number | null>(null);
  const others = Array.from({ length: machine.holders - 1 }, (_, i) => i + 2);
  return (
    <View>
      {others.map((holder) => (
        <ChangeLine
          key={holder}
          label={`Holder ${holder}`}
          value={sayOffset(machine, holder)}
          onPress={() => setAsked(holder)}
        />
      ))}
      {asked === null ? null : <MeasureHolder machine={machine} holder={asked} onClose={() => setAsked(null)} />}
    </View>
  );
}

function sayOffset(machine: MachineView, holder: number): string {
  if (!machine.holderOffsets?.[holder - 2]) return 'never measured against holder 1';
  const { xMm, yMm } = holderOffset(machine, holder);
  return `marks ${formatNumber(xMm, 2)} mm right and ${formatNumber(yMm, 2)} mm further in than holder 1`;
}

interface MeasureHolderProps {
  machine: MachineView;
  holder: number;
  onClose: () => void;
}

function MeasureHolder({ machine, holder, onClose }: MeasureHolderProps) {
  const { rust } = useTokens();
  const change = useChangeMachine(machine.id);
  const [offset, setOffset] = useState(() => holderOffset(machine, holder));
  const write = () =>
    change.mutate(
      {
        ...machineFields(machine),
        version: machine.version,
        holderOffsets: withHolderOffset(machine, holder, offset),
      },
      { onSuccess: onClose },
    );
  return (
    <Decision title={`Measure holder ${holder}`} isOpen onClose={onClose}>
      <Body>
        {`Put a pen into holder 1 and the tool or another pen into holder ${holder}, and run this sheet on scrap. Holder 1 draws a cross with a mark each millimetre, holder ${holder} a bare one. Read off how far the bare one lies beside it.`}
      </Body>
      <SaveKey title="Save the sheet of two crosses" path={addresses.holderSheet({ id: machine.id, holder })} />
      <View style={{ gap: SPACE.base }}>
        <StepNumber
          label="To the right"
          unit="mm"
          min={-MOST_MM}
          max={MOST_MM}
          step={0.1}
          value={offset.xMm}
          onChange={(xMm) => setOffset({ ...offset, xMm })}
        />
        <StepNumber
          label="Along the feed, further in"
          unit="mm"
          min={-MOST_MM}
          max={MOST_MM}
          step={0.1}
          value={offset.yMm}
          onChange={(yMm) => setOffset({ ...offset, yMm })}
        />
      </View>
      <Aside>
        To the left, or nearer to the edge that is fed in first, it is less than 0. Every file for this holder is moved
        back by it.
      </Aside>
      {change.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {change.error.message}
        </Body>
      ) : null}
      <Button title="Write it down" loading={change.isPending} onPress={write} />
    </Decision>
  );
}

import type { MachineView, MaterialView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { kerfOf, kerfProblem } from '@keen-anvil/core/toolpath';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { useAsOpened } from '../../ui/as-opened';
import { ChangeLine } from '../../ui/change-line';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { Missing } from '../../ui/missing';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading } from '../../ui/type';
import { useMachines } from '../shop/queries';
import { materialFields } from '@keen-anvil/core/records';
import { useChangeMaterial } from './queries';

const USUAL = { strips: 10, stripMm: 10 };

/** How wide each laser cuts a material: measured by strips that lie side by side, and made up for in every cut. */
export function KerfLeaf({ material }: { material: MaterialView }) {
  const machines = (useMachines().data ?? []).filter(
    ({ kind, isArchived }) => machineKindOf(kind).does === 'beam' && !isArchived,
  );
  const [asked, setAsked] = useState<MachineView | null>(null);
  if (machines.length === 0) return null;
  return (
    <View style={{ gap: SPACE.hair }} testID="kerfs">
      <Heading>Kerf</Heading>
      {machines.map((machine) => {
        const reading = material.kerfs.find(({ machineId }) => machineId === machine.id);
        return (
          <ChangeLine
            key={machine.id}
            label={machine.name}
            value={reading ? `${formatNumber(kerfOf(reading), 3)} mm` : 'never measured'}
            onPress={() => setAsked(machine)}
          />
        );
      })}
      {asked ? <MeasureKerf key={asked.id} material={material} machine={asked} onClose={() => setAsked(null)} /> : null}
    </View>
  );
}

/** Strips that were cut beside each other, and what they measure together. */
function MeasureKerf({
  material: present,
  machine,
  onClose,
}: {
  material: MaterialView;
  machine: MachineView;
  onClose: () => void;
}) {
  const { rust } = useTokens();
  const material = useAsOpened(present);
  const before = material.kerfs.find(({ machineId }) => machineId === machine.id);
  const [strips, setStrips] = useState(before?.strips ?? USUAL.strips);
  const [stripMm, setStripMm] = useState(before?.stripMm ?? USUAL.stripMm);
  // Nobody knows what was never measured: nothing stands there before it is typed.
  const [measuredMm, setMeasuredMm] = useState(before?.measuredMm ?? NaN);
  const change = useChangeMaterial(material.id);
  const reading = { strips, stripMm, measuredMm };
  const isMeasured = Number.isFinite(measuredMm);
  const problem = isMeasured ? kerfProblem(reading) : null;
  const others = material.kerfs.filter(({ machineId }) => machineId !== machine.id);
  const write = (kerfs: MaterialView['kerfs']) =>
    change.mutate({ ...materialFields({ ...material, kerfs }), version: material.version }, { onSuccess: onClose });
  return (
    <Decision title={`Kerf of ${machine.name}`} isOpen onClose={onClose}>
      <Body>
        Cut {strips} strips of {formatNumber(stripMm, 1)} mm beside each other, close them up, and measure all of them
        together with calipers.
      </Body>
      <Strips count={strips} colour={material.colour} />
      <StepNumber
        label="Strips"
        unit=""
        min={1}
        max={100}
        step={1}
        value={strips}
        onChange={(n) => setStrips(Math.round(n))}
      />
      <StepNumber label="Each was drawn" unit="mm" min={0.5} max={500} step={1} value={stripMm} onChange={setStripMm} />
      <StepNumber
        label="Together they measure"
        unit="mm"
        min={0.1}
        max={50_000}
        step={0.05}
        value={measuredMm}
        problem={problem}
        onChange={setMeasuredMm}
      />
      {problem || !isMeasured ? null : (
        <Figure testID="kerf-found" style={{ fontSize: 32, lineHeight: 40 }}>
          {formatNumber(kerfOf(reading), 3)} <Aside>mm wide</Aside>
        </Figure>
      )}
      <Aside>Every cut of it there goes half as much into the waste: parts and holes come out as they are drawn.</Aside>
      {change.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {change.error.message}
        </Body>
      ) : null}
      <Missing what={!isMeasured && 'What the strips measure together is needed.'} />
      <Button
        title="Write it down"
        disabled={problem !== null || !isMeasured}
        loading={change.isPending}
        onPress={() => write([...others, { machineId: machine.id, ...reading }])}
      />
      {before ? <Button title="Forget it" type="outline" onPress={() => write(others)} /> : null}
    </Decision>
  );
}

const HEIGHT = 40;

/** The strips as they lie, with what the beam took between them. */
function Strips({ count, colour }: { count: number; colour: string }) {
  const { slate } = useTokens();
  const shown = Math.min(count, 16);
  const wide = 300 / shown;
  return (
    <Svg width={300} height={HEIGHT} role="img" aria-label={`${count} strips side by side`}>
      {Array.from({ length: shown }, (_, i) => (
        <Rect
          key={i}
          x={i * wide + 1}
          y={2}
          width={wide - 3}
          height={HEIGHT - 4}
          fill={colour}
          stroke={slate}
          strokeWidth={1}
        />
      ))}
    </Svg>
  );
}

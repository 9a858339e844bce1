import type { MachineView } from '@keen-anvil/contract';
import { isCalibrated, type Dial } from '@keen-anvil/core/machines';
import { View } from 'react-native';
import { Facts } from '../../ui/facts';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Figure, Heading } from '../../ui/type';
import { CalibrationChart } from './calibration-chart';
import { useMachines } from './queries';

/** One machine: what it can reach, how it moves, and what its dials truly give. */
export function MachinePage({ id }: { id: string }) {
  const machines = useMachines();
  const machine = machines.data?.find((m) => m.id === id);
  const back = { label: 'Shop', href: '/shop', isBesideList: true } as const;
  if (!machine) {
    return (
      <Page title="Machine" back={back}>
        {machines.isError ? <Trouble error={machines.error} retry={() => void machines.refetch()} /> : machines.isPending ? <Waiting /> : <Nothing title="This machine is not in the shop" />}
      </Page>
    );
  }
  return (
    <Page title={machine.name} back={back} aside="blade plotter">
      <Facts facts={factsOf(machine)} />
      <Heading>Dials</Heading>
      {machine.dials.map((dial) => (
        <DialLeaf key={dial.name} dial={dial} />
      ))}
    </Page>
  );
}

function factsOf({ motion, ...machine }: MachineView): [string, string][] {
  return [
    ['Work area', `${machine.workWidthMm} × ${machine.workLengthMm} mm`],
    ['Margins without a carrier', `sides ${machine.marginSideMm}, lead ${machine.marginLeadMm}, tail ${machine.marginTailMm} mm`],
    ['Holders', String(machine.holders)],
    ['Most passes', String(machine.maxPasses)],
    ['Top speed, tool down', `${motion.topSpeedMmS} mm/s`],
    ['Acceleration', `${motion.accelerationMmS2} mm/s²`],
  ];
}

function DialLeaf({ dial }: { dial: Dial }) {
  const { moss, ember } = useTokens();
  const isMeasured = isCalibrated(dial);
  return (
    <Leaf edge={isMeasured ? moss : ember}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Heading>{dial.label}</Heading>
        <Figure>
          {dial.min} to {dial.max} {dial.unit}
        </Figure>
      </View>
      {isMeasured ? (
        <>
          <Aside>measured at {dial.calibration.map((point) => `${point.dial}: ${point.physical} ${dial.physicalUnit}`).join(', ')}</Aside>
          <CalibrationChart dial={dial} />
        </>
      ) : (
        <Body>Never measured: its numbers mean something on this machine only, and cannot be carried over to another.</Body>
      )}
    </Leaf>
  );
}

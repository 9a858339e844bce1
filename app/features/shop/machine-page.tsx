import { endpoints, type MachineView } from '@keen-anvil/contract';
import { dialSpread, knowledgeOf, machineKindOf, type Dial, type Knowledge } from '@keen-anvil/core/machines';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Facts } from '../../ui/facts';
import { Leaf } from '../../ui/leaf';
import { LinkRow } from '../../ui/link-row';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useUnits } from '../../ui/units';
import { ArchiveKey } from './archive-key';
import { CalibrationChart } from './calibration-chart';
import { HolderOffsets } from './holder-offsets';
import { useMachines, useMisfits } from './queries';
import { TurnKeys } from './turn-keys';

/** One machine: what it can reach, how it moves, what its dials truly give, and which recipes no longer fit it. */
export function MachinePage({ id }: { id: string }) {
  const machines = useMachines();
  const router = useRouter();
  const machine = machines.data?.find((m) => m.id === id);
  const back = { label: 'Shop', href: '/shop', isBesideList: true } as const;
  const units = useUnits();
  if (!machine) {
    return (
      <Page title="Machine" back={back}>
        {machines.isError ? (
          <Trouble error={machines.error} retry={() => void machines.refetch()} />
        ) : machines.isPending ? (
          <Waiting />
        ) : (
          <Nothing title="This machine is not in the shop" />
        )}
      </Page>
    );
  }
  return (
    <Page
      title={machine.name}
      back={back}
      aside={machineKindOf(machine.kind).label}
      foot={
        <Button
          title="Change the machine"
          onPress={() => router.push({ pathname: '/shop/machine/[id]/edit', params: { id } })}
        />
      }
    >
      <TurnKeys kind="machine" id={id} />
      <Misfits machine={machine} />
      <Facts facts={factsOf(machine, units.show)} />
      <HolderOffsets machine={machine} />
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Heading>Dials</Heading>
        <TextKey
          title="Add a dial"
          icon="plus"
          onPress={() => router.push({ pathname: '/shop/machine/[id]/dial/[name]', params: { id, name: 'new' } })}
        />
      </View>
      {machine.dials.map((dial) => (
        <DialLeaf
          key={dial.name}
          dial={dial}
          onOpen={() => router.push({ pathname: '/shop/machine/[id]/dial/[name]', params: { id, name: dial.name } })}
        />
      ))}
      <ArchiveKey
        by={endpoints.putMachineAway}
        id={id}
        version={machine.version}
        isArchived={machine.isArchived}
        what="the machine"
      />
    </Page>
  );
}

type Show = (value: number, unit: string) => string;

function factsOf(machine: MachineView, show: Show): [string, string][] {
  const { motion } = machine;
  const { does } = machineKindOf(machine.kind);
  const mm = (value: number) => show(value, 'mm');
  const area: [string, string] = [
    does === 'heat' ? 'Plate' : 'Work area',
    `${mm(machine.workWidthMm)} × ${mm(machine.workLengthMm)}`,
  ];
  if (does === 'heat') return [area];
  const moves: [string, string][] = [
    ['Most passes', String(machine.maxPasses)],
    ['Top speed, at work', show(motion.topSpeedMmS, 'mm/s')],
    ['Acceleration', `${motion.accelerationMmS2} mm/s²`],
    [
      'Counts from',
      `${machine.origin}${machine.origin === 'centre' ? '' : ' corner'} of ${machine.zero === 'work' ? 'the work' : 'its bed'}, ${machine.homes ? 'homes by itself' : 'set by hand'}`,
    ],
    ['Reached by', sayDriver(machine)],
  ];
  if (does === 'beam')
    return [
      area,
      ['Rated power', machine.ratedPowerW === null ? 'not said' : `${machine.ratedPowerW} W`],
      ['Spot', machine.spotMm === null ? 'not said' : mm(machine.spotMm)],
      ['Points at', machine.pointPower ? `${formatNumber(machine.pointPower * 100, 1)} % power` : 'stays off'],
      [
        'Comes late by',
        machine.lagMs === null || machine.lagMs === undefined ? 'never measured' : `${machine.lagMs} ms`,
      ],
      ...moves,
    ];
  return [
    area,
    [
      'Margins without a carrier',
      `sides ${mm(machine.marginSideMm)}, lead ${mm(machine.marginLeadMm)}, tail ${mm(machine.marginTailMm)}`,
    ],
    [
      'Margins of the carrier',
      `sides ${mm(machine.carrierSideMm)}, lead ${mm(machine.carrierLeadMm)}, tail ${mm(machine.carrierTailMm)}`,
    ],
    ['Holders', String(machine.holders)],
    ...moves,
  ];
}

function sayDriver({ driver, cableFlow, baud }: MachineView): string {
  if (driver === 'by-hand') return 'hand: its files are saved';
  if (driver !== 'cable') return 'the simulated one that ships with the application';
  return ['a cable of this device', cableFlow, baud ? `${baud} baud` : null].filter(Boolean).join(', ');
}

/** Recipes keep their numbers when a machine changes; the ones that no longer fit are named here. */
function Misfits({ machine }: { machine: MachineView }) {
  const { ember } = useTokens();
  const misfits = useMisfits(machine.id).data;
  if (!misfits?.length) return null;
  return (
    <Leaf edge={ember} testID="misfits">
      <Heading>
        {misfits.length === 1 ? 'One recipe no longer fits' : `${misfits.length} recipes no longer fit`}
      </Heading>
      {misfits.map(({ recipe, problem }) => (
        <LinkRow key={recipe.id} href={{ pathname: '/book/[id]', params: { id: recipe.id } }}>
          <Strong>{recipe.material.name}</Strong>
          <Aside>{problem}</Aside>
        </LinkRow>
      ))}
    </Leaf>
  );
}

/** How it is known what a dial gives, and how far to trust it. */
export function knowledgeSaid(dial: Dial): string {
  const says: Record<Knowledge, string> = {
    measured: `measured; good to about ${formatNumber(dialSpread(dial) * 100, 0)} %`,
    rated: 'by its rating; may be off by 15 % or so',
    'as shown': `believed as shown; measure it to be sure`,
    'never measured':
      'never measured: its numbers mean something on this machine only, and cannot be carried over to another',
  };
  return says[knowledgeOf(dial)];
}

function DialLeaf({ dial, onOpen }: { dial: Dial; onOpen: () => void }) {
  const { moss, ember } = useTokens();
  const isKnown = knowledgeOf(dial) !== 'never measured';
  return (
    <Leaf edge={isKnown ? moss : ember}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Heading>{dial.label}</Heading>
        <Figure>{`${dial.min} to ${dial.max}${dial.unit ? ` ${dial.unit}` : ''}, by ${dial.step}`}</Figure>
      </View>
      <Body>{knowledgeSaid(dial)}</Body>
      {dial.calibration.length >= 2 ? <CalibrationChart dial={dial} /> : null}
      <TextKey
        title={dial.calibration.length ? 'Range and readings' : 'Measure it'}
        icon="ruler"
        label={dial.calibration.length ? `Range and readings of ${dial.label}` : `Measure it: ${dial.label}`}
        onPress={onOpen}
      />
    </Leaf>
  );
}

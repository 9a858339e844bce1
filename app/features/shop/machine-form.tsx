import type { MachineFields, MachineView } from '@keen-anvil/contract';
import {
  MACHINE_KIND_TABLE,
  MACHINE_KINDS,
  machineKindOf,
  DRIVERS,
  ORIGIN_CORNERS,
  ZEROS,
  type MachineKind,
} from '@keen-anvil/core/machines';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { useAsOpened } from '../../ui/as-opened';
import { Page } from '../../ui/page';
import { RecordForm, type FormField, type FormSection, type FormValues } from '../../ui/record-form';
import { Waiting } from '../../ui/states';
import { Aside } from '../../ui/type';
import { useChangeMachine, useCreateMachine, useMachines } from './queries';
import { machineFields } from '@keen-anvil/core/records';

const mm = (name: string, label: string, max: number, help?: string): FormField => ({
  name,
  label,
  kind: 'number',
  unit: 'mm',
  min: 0,
  max,
  isNeeded: true,
  help,
});
const count = (name: string, label: string, max: number): FormField => ({
  name,
  label,
  kind: 'number',
  min: 1,
  max,
  isNeeded: true,
});

/** What is asked of a machine, by what it works with. */
function sectionsFor(kind: MachineKind): FormSection[] {
  const { does } = machineKindOf(kind);
  const sections: FormSection[] = [
    {
      title: 'The machine',
      fields: [
        { name: 'name', label: 'Name', kind: 'text', isNeeded: true },
        {
          name: 'kind',
          label: 'Kind',
          kind: 'choice',
          choices: MACHINE_KINDS,
          choiceLabels: Object.fromEntries(MACHINE_KIND_TABLE.map((row) => [row.name, row.label])),
          isNeeded: true,
        },
        { ...mm('workWidthMm', does === 'heat' ? 'Width of the plate' : 'Width it can reach', 20_000), min: 10 },
        { ...mm('workLengthMm', does === 'heat' ? 'Length of the plate' : 'Length it can reach', 100_000), min: 10 },
      ],
    },
  ];
  if (does === 'tool') {
    sections.push({
      title: 'Holders and margins',
      fields: [
        count('holders', 'Holders', 12),
        mm('marginSideMm', 'Margin at each side', 1000, 'What the rollers need when a sheet is fed without a carrier.'),
        mm('marginLeadMm', 'Margin at the lead edge', 1000),
        mm('marginTailMm', 'Margin at the tail', 1000),
        mm('carrierSideMm', 'Carrier: margin at each side', 1000),
        mm('carrierLeadMm', 'Carrier: margin at the lead edge', 1000),
        mm('carrierTailMm', 'Carrier: margin at the tail', 1000),
      ],
    });
  }
  if (does === 'beam') {
    sections.push({
      title: 'The beam',
      fields: [
        { name: 'ratedPowerW', label: 'Rated power', kind: 'number', unit: 'W', min: 0.1, max: 100_000 },
        { name: 'spotMm', label: 'Spot', kind: 'number', unit: 'mm', min: 0.005, max: 10 },
        {
          name: 'pointPower',
          label: 'Points at, as a share of full power',
          kind: 'number',
          min: 0,
          max: 0.1,
          help: '0.01 is one percent. Left empty, the beam stays off while the edge is walked.',
        },
        {
          name: 'lagMs',
          label: 'Comes late by',
          kind: 'number',
          unit: 'ms',
          min: -50,
          max: 50,
          help: 'Engrave a rectangle both ways: rows that end beside each other by 0.2 mm at 100 mm/s come 1 ms late.',
        },
      ],
    });
  }
  if (does !== 'heat') {
    sections.push({
      title: 'How it moves',
      fields: [
        count('maxPasses', 'Most passes', 99),
        {
          name: 'topSpeedMmS',
          label: 'Top speed, at work',
          kind: 'number',
          unit: 'mm/s',
          min: 0.1,
          max: 100_000,
          isNeeded: true,
        },
        {
          name: 'travelSpeedMmS',
          label: 'Top speed, travelling',
          kind: 'number',
          unit: 'mm/s',
          min: 0.1,
          max: 100_000,
          isNeeded: true,
        },
        {
          name: 'accelerationMmS2',
          label: 'Acceleration',
          kind: 'number',
          unit: 'mm/s²',
          min: 1,
          max: 1_000_000,
          isNeeded: true,
          help: 'Where the maker of the machine does not say: 1000 for slow ones, 3000 for quick ones.',
        },
        { name: 'origin', label: 'Counts from', kind: 'choice', choices: ORIGIN_CORNERS, isNeeded: true },
        {
          name: 'zero',
          label: 'Of what',
          kind: 'choice',
          choices: ZEROS,
          choiceLabels: { machine: 'its own bed', work: 'the work, where I set it' },
          isNeeded: true,
          help: 'Of its own bed it knows where a sheet lies; of the work, its zero is set there before each start.',
        },
        { name: 'homes', label: 'Homes by itself', kind: 'yes-no' },
        {
          name: 'markInsetMm',
          label: 'Marks of a printed page: from the edge',
          kind: 'number',
          unit: 'mm',
          min: 3,
          max: 100,
          help: 'What its eye or its head can reach; 12 mm where nothing is said.',
        },
        { name: 'markLegMm', label: 'Marks: length of a leg', kind: 'number', unit: 'mm', min: 3, max: 60 },
      ],
    });
    sections.push(reachedBy(does));
  }
  return sections;
}

/** How the application gets to a machine. */
const reachedBy = (does: 'tool' | 'beam'): FormSection => ({
  title: 'How it is reached',
  fields: [
    {
      name: 'driver',
      label: 'By',
      kind: 'choice',
      choices: DRIVERS,
      choiceLabels: {
        'stand-in': 'the simulated one',
        cable: 'a cable of this device',
        'by-hand': 'hand: I save its files',
      },
      isNeeded: true,
    },
    {
      name: 'cableFlow',
      label: 'Over a cable, it takes its file',
      kind: 'choice',
      choices: does === 'beam' ? ['line by line', 'counted characters'] : ['XON/XOFF', 'paced'],
    },
    { name: 'baud', label: 'Speed of the cable', kind: 'number', unit: 'baud', min: 300, max: 4_000_000 },
    ...(does === 'beam'
      ? [{ name: 'bufferCharacters', label: 'Characters in its buffer', kind: 'number' as const, min: 16, max: 65_536 }]
      : []),
  ],
});

const NEW: MachineFields = {
  name: '',
  kind: 'plotter',
  workWidthMm: 300,
  workLengthMm: 300,
  marginSideMm: 0,
  marginLeadMm: 0,
  marginTailMm: 0,
  carrierSideMm: 0,
  carrierLeadMm: 0,
  carrierTailMm: 0,
  holders: 1,
  maxPasses: 10,
  ratedPowerW: null,
  spotMm: null,
  origin: 'near left',
  homes: false,
  zero: 'machine',
  driver: 'stand-in',
  dials: [],
  motion: {
    accelerationMmS2: 1000,
    topSpeedMmS: 100,
    travelSpeedMmS: 100,
    junctionDeviationMm: 0.05,
    headDownSeconds: 0.08,
    headUpSeconds: 0.08,
  },
};

/** The fields of a machine that were not asked for stay as they were. */
function merged(base: MachineFields, values: FormValues): MachineFields {
  const { topSpeedMmS, travelSpeedMmS, accelerationMmS2, ...own } = values;
  const motion = { ...base.motion };
  if (typeof topSpeedMmS === 'number') motion.topSpeedMmS = topSpeedMmS;
  if (typeof travelSpeedMmS === 'number') motion.travelSpeedMmS = travelSpeedMmS;
  if (typeof accelerationMmS2 === 'number') motion.accelerationMmS2 = accelerationMmS2;
  return { ...base, ...(own as Partial<MachineFields>), motion };
}

const flat = ({ motion, dials: _dials, holderOffsets: _offsets, ...machine }: MachineFields): FormValues => ({
  zero: 'machine',
  driver: 'stand-in',
  ...machine,
  ...motion,
});
const sayMachine = (machine: MachineView): string =>
  `name ${machine.name}, ${machine.workWidthMm} × ${machine.workLengthMm} mm, ${machine.dials.map((dial) => `${dial.label.toLowerCase()} ${dial.min} to ${dial.max}`).join(', ')}`;

/** A new machine, with the dials that its kind usually has. */
export function NewMachinePage() {
  const router = useRouter();
  const create = useCreateMachine();
  const [kind, setKind] = useState<MachineKind>('plotter');
  return (
    <Page title="New machine" back={{ label: 'Shop', href: '/shop' }}>
      <RecordForm
        sections={sectionsFor(kind)}
        draftName="machine new"
        values={flat(NEW)}
        submit="Put it into the shop"
        isSubmitting={create.isPending}
        error={create.error}
        onChoose={(name, value) => name === 'kind' && setKind(value as MachineKind)}
        onSubmit={(values, _typed, written) => {
          const dials = machineKindOf(kind).usualDials.map((dial) => ({ ...dial, isRated: false, calibration: [] }));
          create.mutate(
            { ...merged({ ...NEW, dials }, values), id: uuid() },
            {
              onSuccess: ({ machine }) => {
                written();
                router.replace({ pathname: '/shop/machine/[id]', params: { id: machine.id } });
              },
            },
          );
        }}
      />
      <Aside>
        It starts with the dials such a machine usually has. Set their ranges to what yours shows on the next page.
      </Aside>
    </Page>
  );
}

/** Changes a machine. */
export function EditMachinePage({ id }: { id: string }) {
  const router = useRouter();
  const machine = useAsOpened(useMachines().data?.find((m) => m.id === id));
  const change = useChangeMachine(id);
  const back = () => router.replace({ pathname: '/shop/machine/[id]', params: { id } });
  const write = (current: MachineView, values: FormValues, written: () => void) =>
    change.mutate(
      { ...merged(machineFields(current), values), version: current.version },
      {
        onSuccess: () => {
          written();
          back();
        },
      },
    );
  return (
    <Page
      title={machine?.name ?? 'Machine'}
      back={{ label: 'Machine', href: { pathname: '/shop/machine/[id]', params: { id } } }}
    >
      {machine ? (
        <RecordForm
          sections={sectionsFor(machine.kind).map((section) => ({
            ...section,
            fields: section.fields.filter((field) => field.name !== 'kind'),
          }))}
          draftName={`machine ${id}`}
          values={flat(machineFields(machine))}
          submit="Write it down"
          isSubmitting={change.isPending}
          error={change.error}
          stale={{
            what: 'this machine',
            sayTheirs: sayMachine,
            onKeepTheirs: back,
            onWriteMine: (current: MachineView, values, _typed, written) => write(current, values, written),
          }}
          onSubmit={(values, _typed, written) => write(machine, values, written)}
        />
      ) : (
        <Waiting />
      )}
    </Page>
  );
}

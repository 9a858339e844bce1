import type { MaterialFields, MaterialView } from '@keen-anvil/contract';
import { FAMILIES, FAMILY_NAMES, familyOf, thicknessFrom, type FamilyName } from '@keen-anvil/core/materials';
import { PROCESSES, PROCESS_NAMES, type ProcessName } from '@keen-anvil/core/recipes';
import { parseTypedNumber, type TypedQuantity } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { useAsOpened } from '../../ui/as-opened';
import { Page } from '../../ui/page';
import { RecordForm, type FormSection, type FormValues } from '../../ui/record-form';
import { Waiting } from '../../ui/states';
import { detailFormFields, detailsFrom, detailValues } from '../shop/detail-facts';
import { useChangeMaterial, useCreateMaterial } from './queries';
import { useMaterial } from '../shop/materials';

function sectionsFor(family: FamilyName): FormSection[] {
  return [
    {
      title: 'The material',
      fields: [
        { name: 'name', label: 'Name', kind: 'text', isNeeded: true },
        {
          name: 'family',
          label: 'Family',
          kind: 'choice',
          choices: FAMILY_NAMES,
          choiceLabels: Object.fromEntries(FAMILIES.map((row) => [row.name, row.label])),
          isNeeded: true,
        },
        { name: 'colour', label: 'Colour', kind: 'colour', isNeeded: true, help: 'As #1d2f5c: parts are drawn in it.' },
        {
          name: 'thicknessMm',
          label: 'Thickness',
          kind: 'number',
          unit: 'mm',
          min: 0.005,
          max: 200,
          isNeeded: true,
          unless: 'readings',
        },
        {
          name: 'readings',
          label: 'Or readings with calipers, in mm',
          kind: 'text',
          help: 'Several, with spaces between them: 2.95 3.05 3.1. Their mean is the thickness.',
          problem: readingsProblem,
        },
        {
          name: 'smallestDetailMm',
          label: 'Holds details down to',
          kind: 'number',
          unit: 'mm',
          min: 0.05,
          max: 100,
          isNeeded: true,
        },
        { name: 'finish', label: 'Finish', kind: 'text' },
        { name: 'patternWidthMm', label: 'Its photo shows, across', kind: 'number', unit: 'mm', min: 1, max: 10_000 },
        ...detailFormFields(familyOf(family).fields),
      ],
    },
    {
      title: 'How it is worked',
      fields: [
        {
          name: 'defaultProcess',
          label: 'Usually',
          kind: 'choice',
          choices: PROCESS_NAMES,
          choiceLabels: Object.fromEntries(PROCESSES.map((row) => [row.name, row.label])),
          isNeeded: true,
        },
        { name: 'mirrored', label: 'Worked from its back, so reversed', kind: 'yes-no' },
        { name: 'facing', label: 'How it lies', kind: 'text', help: 'Which side up.' },
        { name: 'heatLimitC', label: 'Bears heat up to', kind: 'number', unit: '°C', min: 30, max: 1000 },
      ],
    },
    {
      title: 'From the supplier',
      fields: [
        { name: 'supplierCard', label: 'What the card says, word for word', kind: 'text', isLong: true },
        { name: 'price', label: 'Price', kind: 'number', min: 0, max: 1_000_000 },
        {
          name: 'pricePer',
          label: 'Price is for',
          kind: 'choice',
          choices: ['m2', 'piece'],
          choiceLabels: { m2: 'a square metre', piece: 'a piece' },
          isNeeded: true,
        },
        { name: 'notes', label: 'Notes', kind: 'text', isLong: true },
      ],
    },
  ];
}

const wordsIn = (text: string): string[] => text.split(/[\s;]+/).filter(Boolean);
const numbersIn = (text: string): number[] => wordsIn(text).flatMap((word) => parseTypedNumber(word) ?? []);
const meanOf = (readings: readonly number[]): number =>
  readings.length > 0 ? thicknessFrom([...readings]).thicknessMm : 0;

/** What is wrong with readings as they were typed. */
function readingsProblem(text: string): string | null {
  const wrong = wordsIn(text).find((word) => !((parseTypedNumber(word) ?? 0) > 0));
  return wrong === undefined ? null : `Readings are numbers of mm above 0, with spaces between them; “${wrong}” came.`;
}

function toFields(family: FamilyName, values: FormValues, typed: Record<string, TypedQuantity>): MaterialFields {
  const text = (name: string) => String(values[name] ?? '');
  const number = (name: string) => (typeof values[name] === 'number' ? (values[name] as number) : null);
  return {
    name: text('name'),
    family,
    finish: text('finish'),
    colour: text('colour').toLowerCase(),
    thicknessMm: number('thicknessMm') ?? meanOf(numbersIn(text('readings'))),
    readingsMm: numbersIn(text('readings')),
    smallestDetailMm: number('smallestDetailMm') ?? 0,
    mirrored: values.mirrored === true,
    facing: text('facing'),
    heatLimitC: number('heatLimitC'),
    supplierCard: text('supplierCard') || null,
    priceCents: number('price') === null ? null : Math.round(number('price')! * 100),
    pricePer: text('pricePer') === 'piece' ? 'piece' : 'm2',
    notes: text('notes'),
    details: detailsFrom(familyOf(family).fields, values),
    defaultProcess: text('defaultProcess') as ProcessName,
    typed,
    patternWidthMm: number('patternWidthMm'),
  };
}

const flat = (m: MaterialFields): FormValues =>
  ({
    ...m,
    details: null,
    typed: null,
    // Kerfs are measured beside a machine, and stay as they are.
    kerfs: null,
    readingsMm: null,
    readings: m.readingsMm.join(' '),
    price: m.priceCents === null ? null : m.priceCents / 100,
    ...detailValues(m.details),
  }) as FormValues;
const sayMaterial = (m: MaterialView): string =>
  `name ${m.name}, thickness ${m.thicknessMm} mm, holds ${m.smallestDetailMm} mm, ${m.finish}`;

/** What the form begins with. */
const FIRST_FAMILY: FamilyName = 'vinyl';

/** What is true of a family: how it is usually worked, from which side, and how it lies for that. */
function usualOf(name: FamilyName): FormValues {
  const { process, isMirrored, lies } = familyOf(name);
  return { defaultProcess: process, mirrored: isMirrored, facing: lies ?? '' };
}

const bringsOfFamily = (name: string, value: string): FormValues | null =>
  name === 'family' ? usualOf(value as FamilyName) : null;

/** A new material; its family says what else is asked, and how it is usually worked. */
export function NewMaterialPage() {
  const router = useRouter();
  const create = useCreateMaterial();
  const [family, setFamily] = useState<FamilyName>(FIRST_FAMILY);
  return (
    <Page title="New material" back={{ label: 'Stock', href: '/stock' }}>
      <RecordForm
        sections={sectionsFor(family)}
        draftName="material new"
        values={{
          name: '',
          family: FIRST_FAMILY,
          colour: '#9a9a9a',
          thicknessMm: null,
          readings: '',
          smallestDetailMm: 1,
          finish: '',
          ...usualOf(FIRST_FAMILY),
          pricePer: 'm2',
        }}
        submit="Put it on the shelf"
        isSubmitting={create.isPending}
        error={create.error}
        onChoose={(name, value) => name === 'family' && setFamily(value as FamilyName)}
        brings={bringsOfFamily}
        onSubmit={(values, typed, written) =>
          create.mutate(
            { ...toFields(family, values, typed), id: uuid() },
            {
              onSuccess: (material) => {
                written();
                router.replace({ pathname: '/stock/[id]', params: { id: material.id } });
              },
            },
          )
        }
      />
    </Page>
  );
}

/** Changes a material. */
export function EditMaterialPage({ id }: { id: string }) {
  const router = useRouter();
  const material = useAsOpened(useMaterial(id).data);
  const change = useChangeMaterial(id);
  const [family, setFamily] = useState<FamilyName | null>(null);
  const back = () => router.replace({ pathname: '/stock/[id]', params: { id } });
  const shown = family ?? (material?.family as FamilyName | undefined);
  const write = (values: FormValues, typed: Record<string, TypedQuantity>, version: number, written: () => void) =>
    change.mutate(
      { ...toFields(shown!, values, typed), version },
      {
        onSuccess: () => {
          written();
          back();
        },
      },
    );
  return (
    <Page
      title={material?.name ?? 'Material'}
      back={{ label: 'Material', href: { pathname: '/stock/[id]', params: { id } } }}
    >
      {material && shown ? (
        <RecordForm
          sections={sectionsFor(shown)}
          draftName={`material ${id}`}
          values={flat(material as MaterialView & { family: FamilyName })}
          typed={material.typed}
          submit="Write it down"
          isSubmitting={change.isPending}
          error={change.error}
          onChoose={(name, value) => name === 'family' && setFamily(value as FamilyName)}
          stale={{
            what: 'this material',
            sayTheirs: sayMaterial,
            onKeepTheirs: back,
            onWriteMine: (current: MaterialView, values, typed, written) =>
              write(values, typed, current.version, written),
          }}
          brings={bringsOfFamily}
          onSubmit={(values, typed, written) => write(values, typed, material.version, written)}
        />
      ) : (
        <Waiting />
      )}
    </Page>
  );
}

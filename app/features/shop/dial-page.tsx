import type { MachineView } from '@keen-anvil/contract';
import {
  dialSpread,
  fitCalibration,
  knowledgeOf,
  machineKindOf,
  snapToDial,
  toPhysical,
  type CalibrationPoint,
  type Dial,
} from '@keen-anvil/core/machines';
import { PROCESSES, quantityOf, type QuantityName } from '@keen-anvil/core/recipes';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { useAsOpened } from '../../ui/as-opened';
import { Button, Input } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { ApiError } from '../api/client';
import { Chips } from '../../ui/chips';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { StaleChoice } from '../../ui/stale-choice';
import { Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { CalibrationChart } from './calibration-chart';
import { knowledgeSaid } from './machine-page';
import { machineFields } from '@keen-anvil/core/records';
import { useChangeMachine, useMachines } from './queries';

/** How each quantity is measured at the bench. */
const HOW_TO: Readonly<Partial<Record<QuantityName, string>>> = {
  force:
    'Put a kitchen scale under the tool. Set the dial, let the tool down onto the scale, and type the grams it shows. Three to five values over the whole range are enough.',
  depth: 'Set the dial and measure with calipers how far the blade stands out.',
  speed:
    'Let it draw a line of known length with the tool down, and time it: mm divided by seconds. Use a long line, so that starting and stopping count for little.',
  power: 'Hold a power meter into the beam; or take the rating, and say so.',
  temperature: 'Lay a thermometer between plate and pad and wait until it stands still.',
  dwell: 'Time the timer with a clock.',
  pressure: 'Measure with a scale under the plate, if you have one that bears it.',
};

interface Draft {
  name: QuantityName;
  label: string;
  unit: string;
  min: string;
  max: string;
  step: string;
  isRated: boolean;
  readings: { dial: string; physical: string }[];
}

const draftOf = (dial: Dial): Draft => ({
  name: dial.name as QuantityName,
  label: dial.label,
  unit: dial.unit,
  min: String(dial.min),
  max: String(dial.max),
  step: String(dial.step),
  isRated: dial.isRated ?? false,
  readings: dial.calibration.map((point) => ({ dial: String(point.dial), physical: String(point.physical) })),
});

/** Quantities for which such a machine could have a dial, and has none yet. */
function missingDials(machine: MachineView): QuantityName[] {
  const used = new Set(
    PROCESSES.filter((process) => process.machineKinds.includes(machine.kind)).flatMap((process) => [
      ...process.required,
      ...process.optional,
    ]),
  );
  return [...used].filter(
    (name) =>
      !quantityOf(name).choices &&
      name !== 'passes' &&
      name !== 'overcut' &&
      !machine.dials.some((dial) => dial.name === name),
  );
}

/** The range of a dial and its readings: the curve through them, how far each is off it, and how far to trust it. */
export function DialPage({ id, name }: { id: string; name: string }) {
  const machine = useMachines().data?.find((m) => m.id === id);
  const back = { label: machine?.name ?? 'Machine', href: { pathname: '/shop/machine/[id]', params: { id } } } as const;
  const dial = machine?.dials.find((d) => d.name === name);
  const usual = machine && machineKindOf(machine.kind).usualDials[0];
  const blank = machine && missingDials(machine)[0];
  if (!machine)
    return (
      <Page title="Dial" back={back}>
        <Waiting />
      </Page>
    );
  if (!dial && name === 'new' && !blank)
    return (
      <Page title="Dial" back={back}>
        <Body>{machine.name} has every dial that such a machine could have.</Body>
      </Page>
    );
  const start: Dial = dial ?? {
    name: blank!,
    label: capital(quantityOf(blank!).label),
    unit: usual?.unit ?? '',
    physicalUnit: quantityOf(blank!).physicalUnit,
    min: 1,
    max: 10,
    step: 1,
    calibration: [],
  };
  return <DialEditor key={name} machine={machine} start={draftOf(start)} isNew={!dial} back={back} />;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function DialEditor({
  machine: present,
  start,
  isNew,
  back,
}: {
  machine: MachineView;
  start: Draft;
  isNew: boolean;
  back: { label: string; href: { pathname: '/shop/machine/[id]'; params: { id: string } } };
}) {
  const machine = useAsOpened(present);
  const tokens = useTokens();
  const router = useRouter();
  const change = useChangeMachine(machine.id);
  const kept = useDraft(`dial ${machine.id} ${isNew ? 'new' : start.name}`, start);
  const draft = kept.value;
  const set = (part: Partial<Draft>) => kept.set((now) => ({ ...now, ...part }));
  const { physicalUnit } = quantityOf(draft.name);
  const points = draft.readings.flatMap(({ dial, physical }): CalibrationPoint[] => {
    const at = { dial: parseTypedNumber(dial), physical: parseTypedNumber(physical) };
    return at.dial === null || at.physical === null ? [] : [{ dial: at.dial, physical: at.physical }];
  });
  const range = {
    min: parseTypedNumber(draft.min),
    max: parseTypedNumber(draft.max),
    step: parseTypedNumber(draft.step),
  };
  const problem = problemOf(draft, range, points.length);
  const dial: Dial | null =
    range.min === null || range.max === null || range.step === null
      ? null
      : {
          name: draft.name,
          label: draft.label,
          unit: draft.unit,
          physicalUnit,
          min: range.min,
          max: range.max,
          step: range.step,
          isRated: draft.isRated,
          calibration: points,
        };
  const leave = () => {
    kept.done();
    router.replace(back.href);
  };
  // Readings that do not rise are pooled: what is left may be no curve yet.
  const isCurve = fitCalibration(points).points.length >= 2;
  const write = (onto: MachineView, dials = withDial(onto)) =>
    change.mutate({ ...machineFields({ ...onto, dials }), version: onto.version }, { onSuccess: leave });
  const withDial = (onto: MachineView): Dial[] =>
    isNew || !onto.dials.some((d) => d.name === start.name)
      ? [...onto.dials, dial!]
      : onto.dials.map((d) => (d.name === start.name ? dial! : d));
  const stale =
    change.error instanceof ApiError && change.error.code === 'stale' ? (change.error.current as MachineView) : null;
  return (
    <Page
      title={isNew ? 'New dial' : draft.label}
      back={back}
      aside={machine.name}
      foot={
        stale ? null : (
          <>
            {change.isError ? (
              <Body role="alert" style={{ color: tokens.rust }}>
                {change.error.message}
              </Body>
            ) : null}
            {problem ? <Strong>{problem}</Strong> : null}
            <Button
              title="Write it down"
              disabled={problem !== null}
              loading={change.isPending}
              onPress={() => write(machine)}
            />
          </>
        )
      }
    >
      {stale ? (
        <StaleChoice
          what="this machine"
          theirs={`${draft.label} ${sayDial(stale.dials.find((d) => d.name === start.name))}`}
          yours={`${draft.label} ${sayDial(dial ?? undefined)}`}
          isWriting={change.isPending}
          onKeepTheirs={leave}
          onWriteMine={() => write(stale)}
        />
      ) : null}
      <DraftOffer isBack={kept.isBack} onDrop={kept.drop} />
      {isNew ? (
        <Chips
          label="Which quantity does it set?"
          options={missingDials(machine).map((value) => ({ value, label: quantityOf(value).label }))}
          chosen={draft.name}
          onChoose={(name) =>
            set({ name, label: capital(quantityOf(name).label), unit: quantityOf(name).ownScale?.unit ?? '' })
          }
        />
      ) : null}
      <Heading>As the machine shows it</Heading>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
        <Small
          label="Word on the machine"
          value={draft.label}
          onChange={(label) => set({ label })}
          width={180}
          isText
        />
        <Small label="Unit, if it shows one" value={draft.unit} onChange={(unit) => set({ unit })} width={150} isText />
        <Small label="Lowest" value={draft.min} onChange={(min) => set({ min })} />
        <Small label="Highest" value={draft.max} onChange={(max) => set({ max })} />
        <Small label="Moves by" value={draft.step} onChange={(step) => set({ step })} />
      </View>
      {physicalUnit ? (
        <>
          <Heading>What it truly gives</Heading>
          <Body>{HOW_TO[draft.name] ?? `Measure what it gives in ${physicalUnit}.`}</Body>
          {draft.readings.map((reading, i) => (
            <View key={i} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }} testID="reading">
              <Small
                label={`Set to${draft.unit ? `, ${draft.unit}` : ''}`}
                name={`Reading ${i + 1}: set to`}
                value={reading.dial}
                onChange={(value) =>
                  set({ readings: draft.readings.map((r, k) => (k === i ? { ...r, dial: value } : r)) })
                }
              />
              <Small
                label={`Gave, ${physicalUnit}`}
                name={`Reading ${i + 1}: gave`}
                value={reading.physical}
                onChange={(value) =>
                  set({ readings: draft.readings.map((r, k) => (k === i ? { ...r, physical: value } : r)) })
                }
              />
              <Residual reading={reading} points={points} unit={physicalUnit} />
              <TextKey
                title=""
                icon="close"
                label={`Drop reading ${i + 1}`}
                onPress={() => set({ readings: draft.readings.filter((_, k) => k !== i) })}
              />
            </View>
          ))}
          <TextKey
            title="Add a reading"
            icon="plus"
            onPress={() => set({ readings: [...draft.readings, { dial: '', physical: '' }] })}
          />
          <Chips
            label="Where the readings are from"
            options={[
              { value: 'own', label: 'I measured it' },
              { value: 'rated', label: 'by its rating' },
            ]}
            chosen={draft.isRated ? 'rated' : 'own'}
            onChoose={(from) => set({ isRated: from === 'rated' })}
          />
          {dial ? (
            <Leaf edge={knowledgeOf(dial) === 'never measured' ? tokens.ember : tokens.moss} testID="calibration">
              <Body>{knowledgeSaid(dial)}</Body>
              {isCurve && dial.max > dial.min ? (
                <CalibrationChart dial={dial} />
              ) : (
                <Aside>
                  {points.length < 2
                    ? 'Two readings or more make a curve.'
                    : 'It takes two readings that rise with the dial to make a curve.'}
                </Aside>
              )}
              {isCurve && points.length >= 3 ? <Aside>{sayTrust(dial)}</Aside> : null}
            </Leaf>
          ) : null}
        </>
      ) : null}
      {isNew ? null : (
        <TextKey
          title="Take this dial off the machine"
          icon="close-circle-outline"
          isRisky
          onPress={() =>
            write(
              machine,
              machine.dials.filter((d) => d.name !== start.name),
            )
          }
        />
      )}
    </Page>
  );
}

/** How far the curve may be off, said at the middle of what was measured: a value that the machine does give. */
function sayTrust(dial: Dial): string {
  const { points } = fitCalibration(dial.calibration);
  const middle = snapToDial(dial, (points[0].dial + points[points.length - 1].dial) / 2);
  const gives = toPhysical(dial, middle);
  const off = 2 * dialSpread(dial);
  const said = (value: number) => formatNumber(value, value < 10 ? 2 : 0);
  return `Set to ${middle}${dial.unit ? ` ${dial.unit}` : ''} it gives about ${said(gives)} ${dial.physicalUnit}; truly it may be anything from ${said(gives * (1 - off))} to ${said(gives * (1 + off))} ${dial.physicalUnit}.`;
}

const sayDial = (dial: Dial | undefined): string =>
  dial ? `${dial.min} to ${dial.max} by ${dial.step}, ${dial.calibration.length} readings` : 'is gone';

function problemOf(
  draft: Draft,
  range: { min: number | null; max: number | null; step: number | null },
  read: number,
): string | null {
  if (!draft.label.trim()) return 'The dial needs a word.';
  const wrong = (['min', 'max', 'step'] as const).find((name) => range[name] === null);
  if (wrong) return `“${draft[wrong]}” is no number.`;
  if (range.max! <= range.min!) return 'The highest number has to be above the lowest.';
  if (range.step! <= 0) return 'It has to move by more than 0.';
  if (read < draft.readings.length) return 'One of the readings is no number yet.';
  const off = draft.readings.find(
    (reading) => parseTypedNumber(reading.dial)! < range.min! || parseTypedNumber(reading.dial)! > range.max!,
  );
  return off ? `It cannot have been measured at ${off.dial}: the dial goes from ${draft.min} to ${draft.max}.` : null;
}

/** How far a reading is from the line between its neighbours. */
function Residual({
  reading,
  points,
  unit,
}: {
  reading: Draft['readings'][number];
  points: CalibrationPoint[];
  unit: string;
}) {
  const found = fitCalibration(points).residuals.find((residual) => String(residual.dial) === reading.dial.trim());
  if (!found) return <View style={{ flex: 1 }} />;
  const off = formatNumber(found.residual, 1);
  return (
    <View style={{ flex: 1 }}>
      <Aside>off the curve by</Aside>
      <Figure>
        {Number(off) > 0 ? '+' : ''}
        {off} {unit}
      </Figure>
    </View>
  );
}

function Small({
  label,
  name,
  value,
  onChange,
  width = 104,
  isText = false,
}: {
  label: string;
  name?: string;
  value: string;
  onChange: (value: string) => void;
  width?: number;
  isText?: boolean;
}) {
  return (
    <View style={{ width }}>
      <Input
        label={label}
        aria-label={name ?? label}
        value={value}
        onChangeText={onChange}
        inputMode={isText ? 'text' : 'decimal'}
        renderErrorMessage={false}
      />
    </View>
  );
}

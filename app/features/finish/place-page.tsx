import type { JobDetail } from '@keen-anvil/contract';
import { joinBounds, knownBounds } from '@keen-anvil/core/geometry';
import {
  cutList,
  GARMENT_PLACES,
  GARMENT_SIZES,
  MEASURE_LABELS,
  ownSize,
  placeLabel,
  placeOn,
  rulerFor,
  sizeOf,
  type GarmentMeasures,
  type GarmentPlace,
  type GarmentSize,
  type SizeGroup,
} from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { ChangeLine } from '../../ui/change-line';
import { Chips } from '../../ui/chips';
import { Decision, Option } from '../../ui/choice';
import { Columns } from '../../ui/columns';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { readPreference, writePreference } from '../../ui/preference';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { pathOf } from '../jobs/drawn-groups';
import { useAct, useAddMeasured, useJob } from '../jobs/queries';
import { GarmentPicture } from './garment-picture';

const OWN = 'own garment';

/** The garment that the maker measured, as it is kept on this device. */
function keptOwn(): GarmentSize {
  const { group: _g, name: _n, ...usual } = sizeOf('M');
  try {
    return ownSize('own', { ...usual, ...(JSON.parse(readPreference(OWN) ?? '{}') as Partial<GarmentMeasures>) });
  } catch {
    return ownSize('own', usual);
  }
}

/** Where a design goes on a garment, how wide it is for each size, and what has to be cut for a whole set. */
export function PlacePage({ jobId }: { jobId: string }) {
  const job = useJob(jobId);
  return (
    <Page
      title={job.data ? `On a garment: ${job.data.name}` : 'On a garment'}
      back={{ label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } }}
      maxWidth={1100}
    >
      {job.isPending ? <Waiting /> : null}
      {job.isError ? <Trouble error={job.error} retry={() => void job.refetch()} /> : null}
      {job.data ? <Placed job={job.data} /> : null}
    </Page>
  );
}

function Placed({ job }: { job: JobDetail }) {
  const { quench, rust } = useTokens();
  const [name, setName] = useState('M');
  const [place, setPlace] = useState<GarmentPlace>('front');
  const [own, setOwn] = useState(keptOwn);
  const [isMeasuring, setMeasuring] = useState(false);
  const [isPlacing, setPlacing] = useState(false);
  const addRuler = useAddMeasured(job.id);
  const parts = job.steps.flatMap((step) => step.parts.map((part) => ({ part, colour: step.colour })));
  const boxes = parts.flatMap(({ part }) => knownBounds(part.contours) ?? []);
  if (boxes.length === 0)
    return <Nothing title="There is nothing to lay on yet">Bring a drawing into the job first.</Nothing>;
  const bounds = boxes.reduce(joinBounds);
  const box = {
    minX: bounds.minX,
    minY: bounds.minY,
    widthMm: Math.max(0.1, bounds.maxX - bounds.minX),
    heightMm: Math.max(0.1, bounds.maxY - bounds.minY),
  };
  const size = name === 'own' ? own : sizeOf(name);
  const on = placeOn(size, place, box);
  return (
    <Columns
      first={
        <Leaf edge={quench} testID="placed">
          <Chips
            label="Size"
            options={[
              ...GARMENT_SIZES.map((one) => ({ value: one.name, label: one.name })),
              { value: 'own', label: 'My own' },
            ]}
            chosen={name}
            onChoose={setName}
          />
          {name === 'own' ? <TextKey title="Measure it" icon="ruler" onPress={() => setMeasuring(true)} /> : null}
          <ChangeLine label="Where" value={placeLabel(place)} onPress={() => setPlacing(true)} />
          <Decision title="Where does it go?" isOpen={isPlacing} onClose={() => setPlacing(false)}>
            {GARMENT_PLACES.map((value) => (
              <Option
                key={value}
                label={placeLabel(value)}
                isChosen={value === place}
                onPress={() => {
                  setPlace(value);
                  setPlacing(false);
                }}
              />
            ))}
          </Decision>
          <GarmentPicture
            size={size}
            on={on}
            drawn={parts.map(({ part, colour }) => ({ d: pathOf(part), colour }))}
            box={box}
          />
          <Figure style={{ fontSize: 28, lineHeight: 34 }}>{`${formatNumber(on.distanceMm, 0)} mm ${on.from}`}</Figure>
          <Body>
            {`${formatNumber(on.widthMm, 0)} × ${formatNumber(on.heightMm, 0)} mm. `}
            {on.asideMm === 0
              ? `Centred: ${formatNumber(on.toEdgeMm.left, 0)} mm to either edge.`
              : `Its middle is ${formatNumber(on.asideMm, 0)} mm to the wearer’s left; ${formatNumber(on.toEdgeMm.right, 0)} mm to that edge.`}
          </Body>
          <Button
            title="Add its ruler to this job"
            type="outline"
            loading={addRuler.isPending}
            onPress={() =>
              addRuler.mutate({
                id: uuid(),
                measured: { shape: 'placement-ruler', measures: { ...rulerFor(size, on) } },
              })
            }
          />
          {addRuler.isSuccess ? (
            <Aside>The ruler is in the job, as a drawing of its own: cut it from card.</Aside>
          ) : null}
          {addRuler.isError ? (
            <Body role="alert" style={{ color: rust }}>
              {addRuler.error.message}
            </Body>
          ) : null}
          <OwnMeasures
            own={own}
            isOpen={isMeasuring}
            onKeep={(measures) => {
              writePreference(OWN, JSON.stringify(measures));
              setOwn(ownSize('own', measures));
              setMeasuring(false);
            }}
            onClose={() => setMeasuring(false)}
          />
        </Leaf>
      }
      second={<WholeSet job={job} place={place} box={box} />}
    />
  );
}

/** A garment measured by the maker. */
function OwnMeasures({
  own,
  isOpen,
  onKeep,
  onClose,
}: {
  own: GarmentSize;
  isOpen: boolean;
  onKeep: (measures: GarmentMeasures) => void;
  onClose: () => void;
}) {
  const { rust } = useTokens();
  const { group: _g, name: _n, ...before } = own;
  const [measures, setMeasures] = useState<GarmentMeasures>(before);
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Decision title="My own garment" isOpen={isOpen} onClose={onClose}>
      {(Object.keys(MEASURE_LABELS) as (keyof GarmentMeasures)[]).map((field) => (
        <StepNumber
          key={field}
          label={MEASURE_LABELS[field]}
          unit="mm"
          value={measures[field]}
          min={20}
          max={2000}
          step={5}
          onChange={(value) => setMeasures({ ...measures, [field]: value })}
        />
      ))}
      {problem ? (
        <Body role="alert" style={{ color: rust }}>
          {problem}
        </Body>
      ) : null}
      <Button
        title="Keep these"
        onPress={() => {
          try {
            ownSize('own', measures);
            setProblem(null);
            onKeep(measures);
          } catch (error) {
            setProblem((error as Error).message);
          }
        }}
      />
    </Decision>
  );
}

/** A whole set of sizes in one go: how many of each, which widths that needs, and what is cut. */
function WholeSet({
  job,
  place,
  box,
}: {
  job: JobDetail;
  place: GarmentPlace;
  box: { widthMm: number; heightMm: number };
}) {
  const { slate, rust } = useTokens();
  const act = useAct(job.id);
  const key = `set of ${job.id}`;
  const [counts, setCounts] = useState<Record<string, number>>(
    () => JSON.parse(readPreference(key) ?? '{"M":1}') as Record<string, number>,
  );
  const set = (name: string, count: number) => {
    const next = { ...counts, [name]: Math.round(count) };
    setCounts(next);
    writePreference(key, JSON.stringify(next));
  };
  const wanted = GARMENT_SIZES.map((size) => ({ size, count: counts[size.name] ?? 0 }));
  const groups = wanted.some(({ count }) => count > 0) ? cutList(wanted, place, box) : [];
  const drawings = job.document.drawings;
  const scale = ({ widthMm }: SizeGroup) => {
    const factor = widthMm / box.widthMm;
    for (const { id, drawn, scaleX } of drawings)
      act.mutate({ do: 'change-drawing', drawingId: id, widthMm: (drawn.maxX - drawn.minX) * scaleX * factor });
  };
  return (
    <Leaf edge={slate} testID="whole-set">
      <Heading>A whole set</Heading>
      {GARMENT_SIZES.filter(({ group }) => group === 'unisex').map(({ name }) => (
        <StepNumber
          key={name}
          label={`Size ${name}`}
          unit=""
          value={counts[name] ?? 0}
          min={0}
          max={500}
          step={1}
          onChange={(count) => set(name, count)}
        />
      ))}
      {groups.length === 0 ? <Aside>Say how many of each.</Aside> : null}
      {groups.map((group) => (
        <View key={group.widthMm} style={{ gap: 2, paddingTop: SPACE.small }} testID="size-group">
          <Strong>{`${group.count} × ${formatNumber(group.widthMm, 0)} × ${formatNumber(group.heightMm, 0)} mm`}</Strong>
          <Aside>
            {group.sizes
              .map(({ name, count, on }) => `${count} × ${name}: ${formatNumber(on.distanceMm, 0)} mm ${on.from}`)
              .join(' · ')}
          </Aside>
          {Math.abs(group.widthMm - box.widthMm) < 0.5 ? (
            <Aside>The drawing is that wide now.</Aside>
          ) : (
            <TextKey
              title={`Make the drawing ${formatNumber(group.widthMm, 0)} mm wide`}
              icon="ruler"
              onPress={() => scale(group)}
            />
          )}
        </View>
      ))}
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
    </Leaf>
  );
}

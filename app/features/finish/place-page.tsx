import type { JobDetail } from '@keen-anvil/contract';
import { joinBounds, knownBounds } from '@keen-anvil/core/geometry';
import {
  GARMENT_PLACES,
  GARMENT_SIZES,
  ownSize,
  placeLabel,
  placeOn,
  rulerFor,
  sizeOf,
  type GarmentMeasures,
  type GarmentPlace,
  type GarmentSize,
} from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
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
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Figure } from '../../ui/type';
import { pathOf } from '../jobs/drawn-groups';
import { useAddMeasured, useJob } from '../jobs/queries';
import { GarmentPicture } from './garment-picture';
import { OwnMeasures } from './own-measures';
import { WholeSet } from './whole-set';

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

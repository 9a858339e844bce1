import { addresses, type JobDetail, type SizeSetView, type StepView } from '@keen-anvil/contract';
import { isAidIn } from '@keen-anvil/core/steps';
import { joinBounds, knownBounds } from '@keen-anvil/core/geometry';
import { GARMENT_PLACES, GARMENT_SIZES, placeLabel, placeOn, rulerFor, sizeOf } from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { givesPrint } from '@keen-anvil/core/recipes';
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
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure } from '../../ui/type';
import { SaveKey } from '../api/save-key';
import { pathOf } from '../jobs/drawn-groups';
import { useAddMeasured, useJob } from '../jobs/queries';
import { useMaterialsOf } from '../shop/materials';
import { sizeBy, useCountSizes, useGarments, usePutGarmentAway, useSizeSet } from './garment-queries';
import { GarmentPicture } from './garment-picture';
import { MakeWide } from './make-wide';
import { OwnMeasures } from './own-measures';
import { WholeSet } from './whole-set';

/** Where a design goes on a garment, how wide it is for each size, and what has to be cut for a whole set. */
export function PlacePage({ jobId }: { jobId: string }) {
  const job = useJob(jobId);
  const set = useSizeSet(jobId);
  return (
    <Page
      title={job.data ? `On a garment: ${job.data.name}` : 'On a garment'}
      back={{ label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } }}
      maxWidth={1100}
    >
      {job.isPending ? <Waiting /> : null}
      {job.isError ? <Trouble error={job.error} retry={() => void job.refetch()} /> : null}
      {set.isError ? <Trouble error={set.error} retry={() => void set.refetch()} /> : null}
      {job.data && set.data ? <Placed job={job.data} set={set.data} /> : null}
    </Page>
  );
}

function Placed({ job, set }: { job: JobDetail; set: SizeSetView }) {
  const { quench, rust } = useTokens();
  const own = useGarments().data ?? [];
  const [name, setName] = useState(() => set.counts[0]?.size ?? 'M');
  const [isMeasuring, setMeasuring] = useState(false);
  const [isPlacing, setPlacing] = useState(false);
  const count = useCountSizes(job.id);
  const putAway = usePutGarmentAway();
  const addRuler = useAddMeasured(job.id);
  const { place } = set;
  const choose = (size: string) => {
    setName(size);
    // A single garment is of the size that is looked at; of a whole set it is only one to look at.
    if (set.counts.reduce((sum, { count: many }) => sum + many, 0) <= 1) count.mutate({ counts: [{ size, count: 1 }] });
  };
  const materials = useMaterialsOf(job.steps.map(({ materialId }) => materialId)).data ?? [];
  // Ink is seen in the colours that it is drawn in, all else in those of what it is made of.
  const colourOf = ({ process, materialId, colour }: StepView) =>
    (!givesPrint(process) && materials.find(({ id }) => id === materialId)?.colour) || colour;
  const parts = job.steps.flatMap((step) =>
    step.parts.filter((part) => !isAidIn(job, part)).map((part) => ({ part, colour: colourOf(step) })),
  );
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
  const size = sizeBy(name, own) ?? sizeOf('M');
  const on = placeOn(size, place, box);
  return (
    <Columns
      first={
        <Leaf edge={quench} testID="placed">
          <Chips
            label="Size"
            options={[
              ...GARMENT_SIZES.map((one) => ({ value: one.name, label: one.name })),
              ...own.map(({ id, name: called }) => ({ value: id, label: called })),
            ]}
            chosen={name}
            onChoose={choose}
          />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
            <TextKey title="Measure one of our own" icon="ruler" onPress={() => setMeasuring(true)} />
            {size.group === 'own' ? (
              <TextKey
                title="Put it away"
                isRisky
                label={`Put ${size.name} away`}
                onPress={() => putAway.mutate(name, { onSuccess: () => choose('M') })}
              />
            ) : null}
          </View>
          <ChangeLine label="Where" value={placeLabel(place)} onPress={() => setPlacing(true)} />
          <Decision title="Where does it go?" isOpen={isPlacing} onClose={() => setPlacing(false)}>
            {GARMENT_PLACES.map((value) => (
              <Option
                key={value}
                label={placeLabel(value)}
                isChosen={value === place}
                onPress={() => {
                  count.mutate({ place: value });
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
          <MakeWide job={job} nowMm={box.widthMm} wantedMm={on.widthMm} isMain />
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
            <Aside>
              The ruler is in the job, in two steps of its own: its marks are drawn, its outline is cut. Give both the
              same card.
            </Aside>
          ) : null}
          {addRuler.isError ? (
            <Body role="alert" style={{ color: rust }}>
              {addRuler.error.message}
            </Body>
          ) : null}
          <SaveKey
            title="Save this drawing (PDF)"
            label={`Save where it goes on size ${size.name}`}
            path={addresses.placement({ id: job.id, size: name, place })}
          />
          {count.isError || putAway.isError ? (
            <Body role="alert" style={{ color: rust }}>
              {(count.error ?? putAway.error)!.message}
            </Body>
          ) : null}
          <OwnMeasures
            isOpen={isMeasuring}
            onKept={(id) => {
              choose(id);
              setMeasuring(false);
            }}
            onClose={() => setMeasuring(false)}
          />
        </Leaf>
      }
      second={<WholeSet job={job} set={set} own={own} place={place} box={box} lookedAtMm={on.widthMm} />}
    />
  );
}

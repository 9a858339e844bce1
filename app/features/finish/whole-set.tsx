import type { JobDetail } from '@keen-anvil/contract';
import { cutList, GARMENT_SIZES, type GarmentPlace, type SizeGroup } from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { readPreference, writePreference } from '../../ui/preference';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { useAct } from '../jobs/queries';

/** A whole set of sizes in one go: how many of each, which widths that needs, and what is cut. */
export function WholeSet({
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

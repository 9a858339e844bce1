import type { GarmentView, JobDetail, SizeSetView } from '@keen-anvil/contract';
import { cutList, GARMENT_SIZES, type GarmentPlace } from '@keen-anvil/core/garments';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { LinkRow } from '../../ui/link-row';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { MakeWide } from './make-wide';
import { sizeBy, useCountSizes, useSizeJobs } from './garment-queries';

const SHELVES = ['unisex', 'child', 'own'] as const;
type Shelf = (typeof SHELVES)[number];
const SHELF_LABELS: Readonly<Record<Shelf, string>> = { unisex: 'Unisex', child: 'Children', own: 'Our own' };

interface WholeSetProps {
  job: JobDetail;
  set: SizeSetView;
  own: readonly GarmentView[];
  place: GarmentPlace;
  box: { widthMm: number; heightMm: number };
  /** How wide it is on the size that is looked at: that has its key there. */
  lookedAtMm: number;
}

/** A whole set of sizes in one go: how many of each, which widths that needs, and what is cut. */
export function WholeSet({ job, set, own, place, box, lookedAtMm }: WholeSetProps) {
  const { slate, rust } = useTokens();
  const count = useCountSizes(job.id);
  const apart = useSizeJobs(job.id);
  const [shelf, setShelf] = useState<Shelf>('unisex');
  const countOf = (key: string) => set.counts.find(({ size }) => size === key)?.count ?? 0;
  const change = (key: string, wanted: number) => {
    const others = set.counts.filter(({ size }) => size !== key && sizeBy(size, own) !== null);
    const whole = Math.round(wanted);
    count.mutate({ counts: whole > 0 ? [...others, { size: key, count: whole }] : others });
  };
  const shown =
    shelf === 'own'
      ? own.map(({ id, name }) => ({ key: id, label: name }))
      : GARMENT_SIZES.filter(({ group }) => group === shelf).map(({ name }) => ({ key: name, label: `Size ${name}` }));
  const wanted = set.counts.flatMap(({ size: key, count: many }) => {
    const size = sizeBy(key, own);
    return size && many > 0 ? [{ size, count: many }] : [];
  });
  const groups = wanted.length > 0 ? cutList(wanted, place, box) : [];
  const total = wanted.reduce((sum, one) => sum + one.count, 0);
  return (
    <Leaf edge={slate} testID="whole-set">
      <Heading>A whole set</Heading>
      <Chips
        label="Which sizes"
        options={SHELVES.map((value) => ({ value, label: SHELF_LABELS[value] }))}
        chosen={shelf}
        onChoose={setShelf}
      />
      {shown.map(({ key, label }) => (
        <StepNumber
          key={key}
          label={label}
          unit=""
          value={countOf(key)}
          min={0}
          max={500}
          step={1}
          onChange={(many) => change(key, many)}
        />
      ))}
      {shown.length === 0 ? <Aside>No garment was measured yet: choose “Our own” above.</Aside> : null}
      {groups.length === 0 ? (
        <Aside>Say how many of each.</Aside>
      ) : (
        <Strong>{`${total === 1 ? '1 garment' : `${total} garments`}, cut in ${groups.length === 1 ? 'one width' : `${groups.length} widths`}`}</Strong>
      )}
      {groups.map((group) => (
        <View key={group.widthMm} style={{ gap: 2, paddingTop: SPACE.small }} testID="size-group">
          <Strong>{`${group.count} × ${formatNumber(group.widthMm, 0)} × ${formatNumber(group.heightMm, 0)} mm`}</Strong>
          <Aside>
            {group.sizes
              .map(({ name, count: many, on }) => `${many} × ${name}: ${formatNumber(on.distanceMm, 0)} mm ${on.from}`)
              .join(' · ')}
          </Aside>
          {group.widthMm === lookedAtMm ? null : <MakeWide job={job} nowMm={box.widthMm} wantedMm={group.widthMm} />}
        </View>
      ))}
      {groups.length > 1 ? (
        <Button
          title={`A job for each of the ${groups.length} widths`}
          type="outline"
          loading={apart.isPending}
          onPress={() => apart.mutate()}
        />
      ) : null}
      {apart.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {apart.error.message}
        </Body>
      ) : null}
      {(apart.data ?? []).map(({ id, name }) => (
        <LinkRow key={id} href={{ pathname: '/jobs/[id]', params: { id } }}>
          <Strong>{name}</Strong>
        </LinkRow>
      ))}
      {count.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {count.error.message}
        </Body>
      ) : null}
    </Leaf>
  );
}

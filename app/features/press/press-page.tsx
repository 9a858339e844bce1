import type { JobDetail, PressingView, PressPlanView } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { ChangeLine } from '../../ui/change-line';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { Swatch, TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { Toggle } from '../../ui/toggle';
import { useTokens } from '../../ui/theme';
import { useUnits } from '../../ui/units';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { ApiError } from '../api/client';
import { OutcomeKeys } from '../book/outcome-keys';
import { MaterialShelf } from '../jobs/material-shelf';
import { useAct, useJob } from '../jobs/queries';
import { LayersPicture } from './layers-picture';
import { NoPlan } from './no-plan';
import { PhaseList, PhaseRule } from './phase-rule';
import { sayApart, sayAtOdds, sayMend, sayPeeledEarly, sayPressings } from './phase-words';
import { useBeginPressing, useJobPressings, useJudgePressing, usePressPlan } from './queries';
import { TimerCard, TimerKeys } from './timer-card';

/** How all that is pressed in a job goes onto its blank: the plan, then its timer, then how each layer came out. */
export function PressPage({ jobId }: { jobId: string }) {
  const job = useJob(jobId);
  const pressings = useJobPressings(jobId);
  const [isWarm, setWarm] = useState(false);
  const plan = usePressPlan(jobId, isWarm, job.data?.version ?? 0);
  const begin = useBeginPressing(jobId);
  const back = { label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  const open = pressings.data?.find(({ state }) => state === 'waiting' || state === 'running' || state === 'paused');
  const done = [...(pressings.data ?? [])].reverse().filter(({ state }) => state === 'done');
  const view = plan.data;
  return (
    <Page
      title={job.data ? `Press: ${job.data.name}` : 'Press'}
      back={back}
      maxWidth={1100}
      foot={
        open ? (
          <TimerKeys key={open.id} pressing={open} />
        ) : view?.plan ? (
          <View style={{ gap: SPACE.small }}>
            {begin.isError ? <Trouble error={begin.error} /> : null}
            <Button
              title={`Begin at ${view.machineName}`}
              loading={begin.isPending}
              onPress={() => begin.mutate(isWarm)}
            />
          </View>
        ) : undefined
      }
    >
      {open ? <TimerCard pressing={open} /> : null}
      {done.slice(0, 1).map((pressing) => (
        <Judge key={pressing.id} pressing={pressing} />
      ))}
      {plan.isPending || !job.data ? <Waiting /> : null}
      {plan.isError ? <NoPlan error={plan.error} retry={() => void plan.refetch()} /> : null}
      {view && job.data ? (
        <Columns
          first={
            <>
              <PlanLeaf view={view} job={job.data} />
              {open ? null : <Toggle label="The press is warm already" value={isWarm} onChange={setWarm} />}
            </>
          }
          second={
            view.plan ? (
              <View style={{ gap: SPACE.small }}>
                <Heading>{open ? 'What is to come' : `${formatDuration(view.seconds)} in all`}</Heading>
                {open ? null : <PhaseRule phases={view.phases} at={-1} />}
                <PhaseList
                  phases={open?.phases ?? view.phases}
                  layers={open?.layers ?? view.layers}
                  unit={view.unit}
                  at={open && open.state !== 'waiting' ? open.at : -1}
                />
              </View>
            ) : null
          }
        />
      ) : null}
    </Page>
  );
}

/** What lies on what, and whether one window suits all of it. */
function PlanLeaf({ view, job }: { view: PressPlanView; job: JobDetail }) {
  const { moss, ember } = useTokens();
  const units = useUnits();
  const act = useAct(job.id);
  const [isChoosing, setChoosing] = useState(false);
  const { plan, none, places, design } = view;
  const steps = view.layers.map(({ id }) => id);
  return (
    <Leaf edge={plan ? moss : ember} testID="press-plan">
      {plan ? (
        <>
          <Heading>{sayPressings(plan.pressings)}</Heading>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.small }}>
            <Body>The plan is</Body>
            <TemperMark temper={plan.grade} />
            {view.layers
              .filter(({ evidence }) => evidence === 0)
              .map(({ id, name }) => (
                <Aside key={id}>{`because nobody has looked at ${name} yet`}</Aside>
              ))}
          </View>
          {plan.apart.map((apart) => (
            <Aside key={`${apart.later} ${apart.before}`}>{sayApart(apart, view.layers, units)}</Aside>
          ))}
          {view.layers.map((layer) => {
            const pressing = plan.pressings.find(({ layers }) => layers.includes(layer.id))!;
            const heat = plan.heat.find(({ layerId }) => layerId === layer.id)!;
            const early = sayPeeledEarly(layer, pressing, heat.gotSeconds);
            return early ? <Aside key={layer.id}>{early}</Aside> : null;
          })}
        </>
      ) : null}
      {none ? (
        <>
          <Heading>There is no window for all of it</Heading>
          <Body>{sayAtOdds(none, view.layers, view.ground, view.machineName, units)}</Body>
          <Aside>{sayMend(none)}</Aside>
        </>
      ) : null}
      <ChangeLine label="Goes on" value={view.ground?.name ?? 'not said yet'} onPress={() => setChoosing(true)} />
      <LayersPicture view={view} />
      {places.length > 1 ? (
        <Strong style={{ color: ember }}>
          {`The design is ${formatNumber(design.widthMm, 0)} × ${formatNumber(design.heightMm, 0)} mm, larger than the plate: it is set down ${places.length} times, with places that are pressed ${view.overlaps === 2 ? 'twice' : `${view.overlaps} times`}.`}
        </Strong>
      ) : null}
      <MaterialShelf
        isOpen={isChoosing}
        chosen={view.ground?.id ?? null}
        machineId={view.machineId}
        onChoose={(material) => {
          setChoosing(false);
          for (const stepId of steps) act.mutate({ do: 'change-step', stepId, onMaterialId: material.id });
        }}
        onClose={() => setChoosing(false)}
      />
    </Leaf>
  );
}

/** How each layer of a pressing came out. */
function Judge({ pressing }: { pressing: PressingView }) {
  const { ember, moss, rust } = useTokens();
  const judging = useJudgePressing(pressing.jobId ?? '');
  const asked = judging.isError && judging.error instanceof ApiError && judging.error.code === 'out-of-reason';
  const isOpen = pressing.layers.some(({ outcome }) => outcome === null);
  return (
    <Leaf edge={isOpen ? ember : moss} testID="pressed">
      <Heading>{isOpen ? 'How did it come out?' : 'Pressed'}</Heading>
      {pressing.layers.map((layer) => (
        <View key={layer.id} style={{ gap: SPACE.small }} testID={`layer-${layer.name}`}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
            <Swatch colour={layer.colour} />
            <Strong style={{ flex: 1 }}>{layer.name}</Strong>
          </View>
          {layer.outcome === null ? (
            <OutcomeKeys
              process={layer.process}
              colour={layer.colour}
              seen={null}
              isBusy={judging.isPending}
              onChoose={(outcome) => judging.judge({ id: pressing.id, layerId: layer.id, outcome })}
            />
          ) : (
            <View style={{ flexDirection: 'row', alignItems: 'center', columnGap: SPACE.wide }}>
              <Strong style={{ color: layer.outcome === 'right' ? moss : rust }}>
                {processOf(layer.process).outcomes[layer.outcome]}
              </Strong>
              <TextKey
                title="Undo"
                icon="undo"
                label={`Undo: ${layer.name}`}
                onPress={() => judging.judge({ id: pressing.id, layerId: layer.id, outcome: null })}
              />
            </View>
          )}
        </View>
      ))}
      {judging.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {judging.error.message}
        </Body>
      ) : null}
      {asked && judging.variables ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
          <TextKey
            title="Leave it out of the book"
            icon="eraser"
            onPress={() => judging.judge({ ...judging.variables!, counts: false })}
          />
          <TextKey
            title="It counts"
            icon="check"
            onPress={() => judging.judge({ ...judging.variables!, counts: true })}
          />
        </View>
      ) : null}
    </Leaf>
  );
}

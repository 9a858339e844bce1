import { sayTemper } from '@keen-anvil/core/recipes';
import type { MachineView, TuningView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { useMachines } from '../shop/queries';
import { NextTrial } from './next-trial';
import { useAdvice, useEndTuning, useLayOut, useTuning } from './queries';
import { RunSheet, RunSheetKeys } from './run-sheet';
import { ScoreTrial } from './score-trial';
import { TrialList } from './trial-list';
import { TrialSheetPicture } from './trial-sheet-picture';
import { triedIn } from './tried';

/** How many trials a beam makes at once. */
const AT_ONCE = 4;

/** One tuning: what to try next, the sheet with its trials, and how each came out. */
export function TuningPage({ id }: { id: string }) {
  const tuning = useTuning(id);
  const machine = useMachines().data?.find((m) => m.id === tuning.data?.recipe.machine.id);
  if (tuning.data && machine) return <Tuning tuning={tuning.data} machine={machine} />;
  return (
    <Page title="Tuning" back={{ label: 'Book', href: '/book' }}>
      {tuning.isError ? <Trouble error={tuning.error} retry={() => void tuning.refetch()} /> : <Waiting />}
    </Page>
  );
}

interface TuningProps {
  tuning: TuningView;
  machine: MachineView;
}

function Tuning({ tuning, machine }: TuningProps) {
  const { height } = useWindowDimensions();
  const { recipe, sheets, jobId } = tuning;
  const sheet = sheets.find(({ state, shapes }) => state !== 'done' || shapes.some(({ outcome }) => outcome === null));
  const toScore = sheet?.state === 'done' ? sheet.shapes.find(({ outcome }) => outcome === null) : undefined;
  const phase = tuning.state !== 'open' ? 'over' : !sheet ? 'next' : toScore ? 'score' : 'run';
  return (
    <Page
      title={`Tuning ${recipe.material.name}`}
      back={
        jobId
          ? { label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } }
          : { label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipe.id } } }
      }
      maxWidth={1100}
      aside={
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, flexWrap: 'wrap' }}>
          <Swatch colour={recipe.material.colour} />
          <ProcessMark process={recipe.process} />
          <Aside>
            {recipe.machine.name}, {recipe.tool.name}
          </Aside>
        </View>
      }
      foot={
        phase === 'next' ? (
          <NextKeys tuning={tuning} machine={machine} />
        ) : phase === 'run' ? (
          <RunSheetKeys sheet={sheet!} machine={machine} />
        ) : phase === 'over' ? (
          <OverKeys tuning={tuning} />
        ) : undefined
      }
    >
      <Columns
        first={
          <>
            {phase === 'next' ? <NextTrial tuning={tuning} machine={machine} /> : null}
            {phase === 'run' ? <RunSheet tuning={tuning} sheet={sheet!} machine={machine} /> : null}
            {toScore ? <ScoreTrial tuning={tuning} shape={toScore} machine={machine} /> : null}
            {phase === 'over' ? <Over tuning={tuning} /> : null}
          </>
        }
        second={
          <>
            <TrialSheetPicture tuning={tuning} chosen={toScore?.id} maxHeight={height * 0.34} />
            <Aside>
              On {tuning.scrap.name}, {formatNumber(tuning.scrap.widthMm, 1)} × {formatNumber(tuning.scrap.lengthMm, 1)}{' '}
              mm
            </Aside>
            <TrialList tuning={tuning} machine={machine} />
            {tuning.state === 'open' ? <EndKey tuning={tuning} /> : null}
          </>
        }
      />
    </Page>
  );
}

/** The keys under the thumb: lay out the next trial, go over the last one again, or write down what is settled. */
function NextKeys({ tuning, machine }: TuningProps) {
  const { rust } = useTokens();
  const answer = useAdvice(tuning);
  const layOut = useLayOut(tuning.id);
  const end = useEndTuning(tuning.id);
  const advice = answer.data?.advice;
  const isBeam = machineKindOf(machine.kind).does === 'beam';
  const isBusy = layOut.isPending || end.isPending;
  const error = layOut.error ?? end.error;
  return (
    <View style={{ gap: SPACE.small }}>
      {error ? (
        <Body role="alert" style={{ color: rust }}>
          {error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        {!advice ? (
          <Button title="Lay out this trial" containerStyle={{ flex: 1 }} loading={answer.isPending} disabled />
        ) : advice.isSettled ? (
          <Button
            title="Write it into the recipe"
            containerStyle={{ flex: 1 }}
            loading={end.isPending}
            disabled={isBusy}
            onPress={() => end.mutate({ version: tuning.version, how: 'settle' })}
          />
        ) : (
          <>
            {isBeam ? (
              <Button
                title={`Lay out ${AT_ONCE} at once`}
                type="outline"
                containerStyle={{ flex: 1 }}
                disabled={isBusy}
                onPress={() => layOut.mutate({ id: uuid(), count: AT_ONCE })}
              />
            ) : null}
            <Button
              title={isBeam ? 'Lay out this one' : 'Lay out this trial'}
              containerStyle={{ flex: 1 }}
              loading={layOut.isPending}
              disabled={isBusy}
              onPress={() => layOut.mutate({ id: uuid(), count: 1 })}
            />
          </>
        )}
      </View>
    </View>
  );
}

/** Ends a tuning without a result; its trials stay as evidence. */
function EndKey({ tuning }: { tuning: TuningView }) {
  const { rust } = useTokens();
  const end = useEndTuning(tuning.id);
  const [isAsking, ask] = useState(false);
  if (!isAsking)
    return <TextKey title="End it without a result" icon="stop-circle-outline" onPress={() => ask(true)} />;
  return (
    <Leaf edge={rust}>
      <Body>The trials stay in the recipe’s evidence; its numbers stay as they were.</Body>
      {end.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {end.error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button title="Go on tuning" type="outline" containerStyle={{ flex: 1 }} onPress={() => ask(false)} />
        <Button
          title="End it"
          containerStyle={{ flex: 1 }}
          loading={end.isPending}
          onPress={() => end.mutate({ version: tuning.version, how: 'end' })}
        />
      </View>
    </Leaf>
  );
}

function Over({ tuning }: { tuning: TuningView }) {
  const { moss, slate, temper } = useTokens();
  const isSettled = tuning.state === 'settled';
  const { recipe } = tuning;
  return (
    <Leaf edge={isSettled ? temper[recipe.temper.temper] : slate} testID="tuning-over">
      <Heading style={{ color: isSettled ? moss : slate }}>
        {isSettled ? 'Settled and written down' : 'Ended without a result'}
      </Heading>
      {isSettled ? (
        <>
          <TemperMark temper={recipe.temper.temper} />
          {sayTemper(recipe.temper.tally).map((reason) => (
            <Strong key={reason}>{reason}</Strong>
          ))}
        </>
      ) : (
        <Body>
          {triedIn(tuning).length
            ? 'Its trials stand in the recipe’s evidence. A new tuning can go on from them, on another scrap.'
            : 'Nothing was tried.'}
        </Body>
      )}
    </Leaf>
  );
}

/** Goes back to where the numbers are needed; a tuning without a result can be gone on from. */
function OverKeys({ tuning }: { tuning: TuningView }) {
  const router = useRouter();
  const { jobId, recipe, state } = tuning;
  const hasResult = state === 'settled';
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.small }}>
      {hasResult ? null : (
        <Button
          title={triedIn(tuning).length ? 'Go on tuning' : 'Begin anew'}
          containerStyle={{ flex: 1 }}
          onPress={() =>
            router.push({ pathname: '/book/[id]/tune', params: { id: recipe.id, ...(jobId ? { job: jobId } : {}) } })
          }
        />
      )}
      {hasResult || !jobId ? (
        <Button
          title="See the recipe"
          type={hasResult && !jobId ? 'solid' : 'outline'}
          containerStyle={{ flex: 1 }}
          onPress={() => router.push({ pathname: '/book/[id]', params: { id: recipe.id } })}
        />
      ) : null}
      {jobId ? (
        <Button
          title="Back to the job"
          type={hasResult ? 'solid' : 'outline'}
          containerStyle={{ flex: 1 }}
          onPress={() => router.push({ pathname: '/jobs/[id]', params: { id: jobId } })}
        />
      ) : null}
    </View>
  );
}

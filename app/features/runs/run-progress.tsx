import type { RunView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { processOf } from '@keen-anvil/core/recipes';
import { passAt } from '@keen-anvil/core/standins';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { LinearProgress } from '../../ui/elements';
import type { FollowedPath } from '../../workers/path.worker';
import { Leaf } from '../../ui/leaf';
import { ProcessMark, Swatch } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { SettingsLine } from '../book/settings-line';
import { Nudged } from './run-nudged';
import { HandRunClock } from './hand-run-clock';
import { useByTheClock } from './use-by-the-clock';
import { doneWord, isBuiltIn, isPressed, stepOf } from './run-words';

/** How far a run is: what is left, what it does now, and what it goes by. */
export function Progress({ run: told, path }: { run: RunView; path: FollowedPath | undefined }) {
  const { quench, rule, ember } = useTokens();
  const run = useByTheClock(told, path);
  if (run.isByHand) return <ByHand run={run} />;
  const { progress } = run;
  const left = Math.max(0, progress.totalSeconds - progress.doneSeconds);
  const share = progress.totalSeconds > 0 ? Math.min(1, progress.doneSeconds / progress.totalSeconds) : 0;
  const said = sayNow(run, path);
  return (
    <View style={{ gap: SPACE.small }} testID="progress">
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <Swatch colour={run.colour} />
        <Strong style={{ flex: 1 }}>
          {stepOf(run)}: {run.materialName}
        </Strong>
        <ProcessMark process={run.process} />
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between', flexWrap: 'wrap' }}>
        <BigDuration seconds={left} />
        <Aside>
          {progress.state === 'paused' ? 'left, paused' : 'left'}
          {run.progress.cutMm > 0 ? ` · ${formatNumber(progress.cutMm / 1000, 2)} m ${doneWord(run.process)}` : ''}
        </Aside>
      </View>
      {said ? <Strong testID="doing-now">{said}</Strong> : null}
      <SettingsLine settings={run.settings} machineId={run.machineId} isDialled />
      <Nudged run={run} />
      {run.onlyParts ? (
        <Aside>only the {run.onlyParts.length === 1 ? 'part' : `${run.onlyParts.length} parts`} that need it</Aside>
      ) : null}
      <LinearProgress
        aria-label="Progress"
        value={share}
        variant="determinate"
        animation={false}
        color={progress.state === 'paused' ? ember : quench}
        trackColor={rule}
        style={{ height: 12, borderRadius: 2 }}
      />
    </View>
  );
}

/** A run on the maker's own machine: what to dial in, and what it should take. */
function ByHand({ run }: { run: RunView }) {
  const { quench } = useTokens();
  return (
    <Leaf edge={quench} testID="by-hand">
      <Strong>
        {stepOf(run)}: {run.materialName}, on your own {run.machineName}
      </Strong>
      <Body>{isBuiltIn(run) ? 'Dialled to:' : `${run.toolName} in, dialled to:`}</Body>
      <SettingsLine settings={run.settings} machineId={run.machineId} size={28} isDialled />
      <Nudged run={run} />
      <HandRunClock run={run} />
      <Aside>
        It should take about {formatDuration(run.estimateSeconds)}. Press “I have run it” when it stands still; then say
        how it came out.
      </Aside>
    </Leaf>
  );
}

/** A time to be read from a step away: large numbers, their units beside them as on a dial card. */
function BigDuration({ seconds }: { seconds: number }) {
  const words = formatDuration(seconds).split(' ');
  return (
    <Figure style={{ fontSize: 44, lineHeight: 52 }}>
      {words.map((word, i) => (i % 2 ? <Aside key={i}> {word} </Aside> : word))}
    </Figure>
  );
}

/** What the machine does at this moment, in words. */
function sayNow(run: RunView, path: FollowedPath | undefined): string | null {
  const { state, isDown, strokesDone, line, at } = run.progress;
  if (isPressed(run) || state !== 'running') return null;
  const where = `at ${formatNumber(at.x, 0)} × ${formatNumber(at.y, 0)} mm`;
  const which = isDown ? `stroke ${strokesDone + 1}, ${where}` : `on its way to stroke ${strokesDone + 1}`;
  return [sayPass(run, path), which, ...(line > 0 ? [`line ${line} of its file`] : [])]
    .filter((words) => words !== null)
    .join(' · ');
}

/** Which pass it is in, where there are several; those before a stop to look count in. */
function sayPass({ settings, progress, process, holdFor }: RunView, path: FollowedPath | undefined): string | null {
  const before = holdFor?.lookAfter ?? 0;
  const passes = settings.passes ?? 1;
  if (!path || before + passes < 2) return null;
  const isWhole = processOf(process).machineKinds.every((kind) => machineKindOf(kind).does === 'beam');
  return `pass ${before + passAt(path.trace, progress.doneSeconds, passes, isWhole)} of ${before + passes}`;
}

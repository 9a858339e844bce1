import type { MachineView, RunView } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import { edgeFile } from '@keen-anvil/core/output';
import { senderFor } from '@keen-anvil/core/cable';
import { formatNumber } from '@keen-anvil/core/units';
import { useEffect, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { G, Path } from 'react-native-svg';
import type { FollowedPath } from '../../workers/path.worker';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { Arrow } from '../jobs/arrow-key';
import { saveText } from '../api/save-file';
import { every, lineTo } from '../cable/cables';
import { useNudgeRun } from '../jobs/run-queries';
import { pointAlong } from './point-along';

/** On the screen it goes round in about so many seconds, whatever its size. */
const ROUND_SECONDS = 6;
const STEPS_MM = [0.1, 1, 10] as const;

/** How the edge is walked: which, and where on it the foot is; null while nobody walks. */
export interface Walk {
  edge: 'box' | 'hull';
  /** From 0 to 1 of the way round. */
  share: number | null;
}

interface EdgeWalkProps {
  run: RunView;
  machine: MachineView;
  path: FollowedPath;
  walk: Walk;
  onWalk: (walk: Walk) => void;
  /** The sheet with the edge on it. */
  children?: ReactNode;
}

/** The edge of what is about to run is walked first, and the work moved until it lies on the material. */
export function EdgeWalk({ run, machine, path, walk, onWalk, children }: EdgeWalkProps) {
  const { rust, rule } = useTokens();
  const [by, setBy] = useState<(typeof STEPS_MM)[number]>(1);
  const [trouble, setTrouble] = useState<string | null>(null);
  const nudge = useNudgeRun(run.jobId);
  const [walking, setWalking] = useState(0);
  useEffect(() => {
    if (walking === 0) return undefined;
    const began = performance.now();
    let frame = requestAnimationFrame(function go(now) {
      const share = (now - began) / 1000 / ROUND_SECONDS;
      onWalk({ edge: walk.edge, share: share < 1 ? share : null });
      if (share < 1) frame = requestAnimationFrame(go);
      else setWalking(0);
    });
    return () => cancelAnimationFrame(frame);
    // The walk goes on whatever else is drawn anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [walking, walk.edge]);
  const now = run.nudge ?? { dxMm: 0, dyMm: 0 };
  const move = (x: number, y: number) =>
    nudge.mutate({ id: run.id, dxMm: tidy(now.dxMm + x * by), dyMm: tidy(now.dyMm + y * by) });
  const file = () => edgeFile(machine, path.edges[walk.edge], run.zero ?? path.zero);
  const go = () => {
    setTrouble(null);
    const line = lineTo(machine.id);
    if (run.driver === 'cable') {
      if (!line?.isOpen) {
        setTrouble(`Connect ${machine.name} first: it walks the edge itself.`);
        return;
      }
      senderFor(machine, { line, text: file(), totalSeconds: ROUND_SECONDS, every }).start();
    }
    setWalking((times) => times + 1);
  };
  return (
    <View
      style={{ gap: SPACE.small, borderTopWidth: 1, borderColor: rule, paddingTop: SPACE.small }}
      testID="edge-walk"
    >
      <Strong>Walk the edge</Strong>
      <Body>
        {machine.pointPower
          ? 'Round what is about to run, slowly, at the power that only points.'
          : 'Round what is about to run, slowly, with nothing on. Does it lie on the material?'}
      </Body>
      {children}
      <Chips
        label="Which edge?"
        options={[
          { value: 'box', label: 'Its box' },
          { value: 'hull', label: 'Tightly round it' },
        ]}
        chosen={walk.edge}
        onChoose={(edge) => onWalk({ edge, share: null })}
      />
      <Button
        title={walk.share === null ? 'Walk the edge' : 'It goes round …'}
        type="outline"
        disabled={walk.share !== null}
        onPress={go}
      />
      {run.driver === 'by-hand' ? (
        <TextKey
          title="Save the file of the edge"
          icon="download"
          onPress={() => saveText(file(), `edge of ${run.jobName}.${machine.kind === 'plotter' ? 'hpgl' : 'gcode'}`)}
        />
      ) : null}
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <View style={{ flex: 1, gap: SPACE.small }}>
          <Aside>Move the work by</Aside>
          <Chips
            label="Move by"
            options={STEPS_MM.map((mm) => ({ value: String(mm), label: `${mm} mm` }))}
            chosen={String(by)}
            onChoose={(mm) => setBy(Number(mm) as (typeof STEPS_MM)[number])}
          />
          <Figure testID="moved-by">
            {`${formatNumber(now.dxMm, 1)} mm right, ${formatNumber(now.dyMm, 1)} mm down`}
          </Figure>
        </View>
        <View style={{ width: 168, gap: 4 }}>
          <Arrow icon="arrow-up" label={`Move the work up by ${by} mm`} onPress={() => move(0, -1)} />
          <View style={{ flexDirection: 'row', gap: 4 }}>
            <Arrow icon="arrow-left" label={`Move the work left by ${by} mm`} onPress={() => move(-1, 0)} />
            <Arrow icon="arrow-right" label={`Move the work right by ${by} mm`} onPress={() => move(1, 0)} />
          </View>
          <Arrow icon="arrow-down" label={`Move the work down by ${by} mm`} onPress={() => move(0, 1)} />
        </View>
      </View>
      {trouble || nudge.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble ?? nudge.error?.message}
        </Body>
      ) : null}
    </View>
  );
}

const tidy = (mm: number): number => Number(mm.toFixed(3));

/** The edge as a dashed path, with the foot of a compass that goes round. */
export function EdgeOver({ way, share, scale }: { way: readonly Point[]; share: number | null; scale: number }) {
  const { ember, ink } = useTokens();
  if (way.length < 2) return null;
  const foot = share === null ? null : pointAlong(way, share);
  const px = (n: number) => n / scale;
  return (
    <G>
      <Path
        testID="edge"
        d={`M${way.map(({ x, y }) => `${x} ${y}`).join('L')}`}
        fill="none"
        stroke={ember}
        strokeWidth={px(2)}
        strokeDasharray={[px(7), px(5)]}
      />
      {foot ? (
        <Path
          testID="edge-foot"
          d={`M${foot.x} ${foot.y}l${px(-7)} ${px(-22)}h${px(14)}z`}
          fill={ember}
          stroke={ink}
          strokeWidth={px(1)}
        />
      ) : null}
    </G>
  );
}

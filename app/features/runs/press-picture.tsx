import type { RunView } from '@keen-anvil/contract';
import { joinBounds, knownBounds, type Bounds } from '@keen-anvil/core/geometry';
import { phaseAt, pressPhases } from '@keen-anvil/core/press';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure, Strong } from '../../ui/type';
import { pathOf } from '../jobs/drawn-groups';
import { useJob } from '../jobs/queries';

/** A shirt laid out flat, 560 × 620 mm: neckline, sleeves, hem. */
const SHIRT =
  'M205 0C225 40 335 40 355 0L430 28 560 150 488 232 430 184V600C430 612 424 620 412 620H148C136 620 130 612 130 600V184L72 232 0 150 130 28Z';
const SHIRT_WIDTH = 560;
const SHIRT_HEIGHT = 620;
/** The middle of what is pressed lies here, so far below the neckline as is usual on a shirt's front, in mm. */
const FRONT = { x: 280, y: 190 };
const HEIGHT = 240;

/** A pressing as one stands before it: the blank with what is laid on it, its phases, and a clock to be read from afar. */
export function PressPicture({ run }: { run: RunView }) {
  const { state, doneSeconds } = run.progress;
  const now = state === 'running' || state === 'paused' ? phaseAt(run.settings, doneSeconds) : null;
  return (
    <View style={{ gap: SPACE.base }} testID="press">
      {now ? (
        <View role="timer" aria-label={`${now.phase.name}: ${Math.ceil(now.left)} seconds left`}>
          <Strong>{now.phase.name}</Strong>
          <Figure style={{ fontSize: 88, lineHeight: 96 }}>
            {Math.ceil(now.left)}
            <Aside style={{ fontSize: 28 }}> s</Aside>
          </Figure>
        </View>
      ) : null}
      <Phases run={run} at={state === 'finished' ? Infinity : (now?.index ?? -1)} />
      <Blank run={run} />
    </View>
  );
}

function Phases({ run, at }: { run: RunView; at: number }) {
  const { quench, moss, rule, slate } = useTokens();
  return (
    <View role="list" style={{ flexDirection: 'row', gap: SPACE.hair }}>
      {pressPhases(run.settings).map((phase, i) => (
        <View
          key={phase.name}
          role="listitem"
          style={{
            flexGrow: Math.max(6, phase.seconds),
            flexBasis: 0,
            borderTopWidth: 6,
            borderColor: i === at ? quench : i < at ? moss : rule,
            paddingTop: SPACE.hair,
          }}
        >
          <Aside style={{ color: i === at ? quench : slate }}>{phase.name}</Aside>
          <Figure style={{ fontSize: 16, lineHeight: 20 }}>{phase.seconds} s</Figure>
        </View>
      ))}
    </View>
  );
}

/** What is pressed where it comes to lie, in its film's colour, read the right way round. */
function Blank({ run }: { run: RunView }) {
  const { card, slate } = useTokens();
  const [width, setWidth] = useState(0);
  const step = useJob(run.jobId).data?.steps.find(({ id }) => id === run.stepId);
  const boxes = step?.parts.flatMap((part) => knownBounds(part.contours) ?? []) ?? [];
  const box: Bounds | null = boxes.length ? boxes.reduce(joinBounds) : null;
  const scale = Math.min(width / SHIRT_WIDTH, HEIGHT / SHIRT_HEIGHT);
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)} style={{ minHeight: HEIGHT }}>
      {width > 0 ? (
        <Svg width={width} height={HEIGHT} role="img" aria-label={`${run.materialName} on its blank`}>
          <G transform={`translate(${(width - SHIRT_WIDTH * scale) / 2} 0) scale(${scale})`}>
            <Path d={SHIRT} fill={card} stroke={slate} strokeWidth={2 / scale} />
            {box && step ? (
              <G transform={`translate(${FRONT.x - (box.minX + box.maxX) / 2} ${FRONT.y - (box.minY + box.maxY) / 2})`}>
                {step.parts.map((part) => (
                  <Path
                    key={part.id}
                    d={pathOf(part)}
                    fill={run.colour}
                    fillRule="evenodd"
                    stroke={slate}
                    strokeWidth={1 / scale}
                  />
                ))}
              </G>
            ) : null}
          </G>
        </Svg>
      ) : null}
    </View>
  );
}

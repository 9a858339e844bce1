import type { PathTrace } from '@keen-anvil/core/standins';
import { memo, useMemo } from 'react';
import { G, Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { doneWithin, pathBlocks, rowPitch, type PathBlock } from './path-blocks';

interface PathOverProps {
  trace: PathTrace;
  /** Machine seconds that are done. */
  seconds: number;
  /** px for each mm. */
  scale: number;
  /** The ways between, too: a thin line. */
  showsTravel?: boolean;
}

/** The path of a head over its sheet: what is done, and what comes. */
export function PathOver({ trace, seconds, scale, showsTravel = false }: PathOverProps) {
  const { quench, slate } = useTokens();
  const blocks = useMemo(() => pathBlocks(trace), [trace]);
  const pitch = useMemo(() => rowPitch(trace), [trace]);
  // Rows are never drawn wider than they are burnt: together they fill their area, and no more.
  const width = (px: number) => Math.min(px / scale, pitch ?? Infinity);
  const now = blocks.find(({ from, to }) => from <= seconds && seconds < to);
  return (
    <G>
      {blocks.map((block, i) => (
        <Block
          key={i}
          block={block}
          isDone={block.to <= seconds}
          colour={quench}
          travel={showsTravel ? slate : null}
          doneMm={width(2.6)}
          toComeMm={width(1.4)}
          travelMm={0.7 / scale}
        />
      ))}
      {now ? (
        <Path
          testID="path-now"
          d={doneWithin(trace, now.from, seconds)}
          fill="none"
          stroke={quench}
          strokeWidth={width(2.6)}
        />
      ) : null}
    </G>
  );
}

interface BlockProps {
  block: PathBlock;
  isDone: boolean;
  colour: string;
  travel: string | null;
  /** How wide it is drawn: what is done, what comes, the ways between. */
  doneMm: number;
  toComeMm: number;
  travelMm: number;
}

const Block = memo(function Block({ block, isDone, colour, travel, doneMm, toComeMm, travelMm }: BlockProps) {
  return (
    <G>
      {travel && block.up ? (
        <Path d={block.up} fill="none" stroke={travel} strokeOpacity={0.55} strokeWidth={travelMm} />
      ) : null}
      {block.down ? (
        <Path
          testID={isDone ? 'path-done' : 'path-to-come'}
          d={block.down}
          fill="none"
          stroke={colour}
          strokeOpacity={isDone ? 1 : 0.28}
          strokeWidth={isDone ? doneMm : toComeMm}
        />
      ) : null}
    </G>
  );
});

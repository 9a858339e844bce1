import type { PathTrace } from '@keen-anvil/core/standins';
import { memo, useMemo } from 'react';
import { G, Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { doneWithin, pathBlocks, type PathBlock } from './path-blocks';

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
          scale={scale}
        />
      ))}
      {now ? (
        <Path
          testID="path-now"
          d={doneWithin(trace, now.from, seconds)}
          fill="none"
          stroke={quench}
          strokeWidth={2.6 / scale}
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
  scale: number;
}

const Block = memo(function Block({ block, isDone, colour, travel, scale }: BlockProps) {
  return (
    <G>
      {travel && block.up ? (
        <Path d={block.up} fill="none" stroke={travel} strokeOpacity={0.55} strokeWidth={0.7 / scale} />
      ) : null}
      {block.down ? (
        <Path
          testID={isDone ? 'path-done' : 'path-to-come'}
          d={block.down}
          fill="none"
          stroke={colour}
          strokeOpacity={isDone ? 1 : 0.28}
          strokeWidth={(isDone ? 2.6 : 1.4) / scale}
        />
      ) : null}
    </G>
  );
});

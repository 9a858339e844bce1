import type { RunView } from '@keen-anvil/contract';
import { formatDuration } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { Aside, Figure } from '../../ui/type';
import { useServerNow } from '../api/server-clock';

/** How long a run by hand has been going, of what it should take; by the server's clock, so that it goes on where the page is closed. */
export function HandRunClock({ run }: { run: RunView }) {
  const { ember } = useTokens();
  const { goingSince, estimateSeconds } = run;
  const now = useServerNow(goingSince !== null);
  if (goingSince === null || now === null) return null;
  const seconds = Math.max(0, Math.floor((now - goingSince) / 1000));
  const isOver = seconds > estimateSeconds;
  return (
    <View role="timer" testID="hand-run-clock">
      <Figure style={{ fontSize: 44, lineHeight: 52, color: isOver ? ember : undefined }}>
        {formatDuration(seconds)}
      </Figure>
      <Aside>
        {isOver
          ? `longer than the ${formatDuration(estimateSeconds)} that it should take`
          : `of about ${formatDuration(estimateSeconds)}`}
      </Aside>
    </View>
  );
}

import type { FinishingLineView } from '@keen-anvil/contract';
import { formatDuration } from '@keen-anvil/core/units';
import { Pressable, View } from 'react-native';
import { Icon } from '../../ui/icon';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Figure } from '../../ui/type';
import { useServerNow } from '../api/server-clock';

interface FinishingLineProps {
  line: FinishingLineView;
  pieces: number;
  onTick: (done: number, isWaiting: boolean) => void;
  onPutAway: () => void;
}

/** A line of what is done after the machines: ticked off for a batch, counted for pieces, with a clock for what waits by itself. */
export function FinishingLineRow({ line, pieces, onTick, onPutAway }: FinishingLineProps) {
  const { moss, slate, ink, rule } = useTokens();
  const of = line.by === 'piece' ? pieces : 1;
  const isDone = line.done >= of;
  return (
    <View style={{ borderBottomWidth: 1, borderStyle: 'dashed', borderColor: rule, paddingVertical: 2 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <Pressable
          role="checkbox"
          aria-checked={isDone}
          aria-label={line.text}
          onPress={() => onTick(isDone ? 0 : of, line.since !== null)}
          style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base, minHeight: TARGET + 8, flex: 1 }}
        >
          <View
            style={{
              width: 30,
              height: 30,
              borderWidth: 2,
              borderRadius: 3,
              borderColor: isDone ? moss : slate,
              alignItems: 'center',
              justifyContent: 'center',
            }}
          >
            {isDone ? <Icon name="check" size={24} color={moss} /> : null}
          </View>
          <View style={{ flex: 1 }}>
            <Body style={{ color: isDone ? slate : ink }}>{line.text}</Body>
            {of > 1 ? <Aside>{`${Math.min(line.done, of)} of ${of} pieces`}</Aside> : null}
          </View>
        </Pressable>
        {of > 1 && !isDone ? (
          <Pressable
            role="button"
            aria-label={`One more: ${line.text}`}
            onPress={() => onTick(line.done + 1, line.since !== null)}
            style={{
              minWidth: TARGET,
              minHeight: TARGET,
              alignItems: 'center',
              justifyContent: 'center',
              borderWidth: 1,
              borderColor: rule,
              borderRadius: 4,
            }}
          >
            <Figure style={{ fontSize: 18 }}>+1</Figure>
          </Pressable>
        ) : null}
      </View>
      {line.waitMinutes !== null && line.waitMinutes > 0 ? (
        line.since === null ? (
          <TextKey
            title={`It waits ${formatDuration(60 * line.waitMinutes)}: start its clock`}
            icon="timer-outline"
            label={`Start the clock: ${line.text}`}
            onPress={() => onTick(line.done, true)}
          />
        ) : (
          <Wait since={line.since} minutes={line.waitMinutes} />
        )
      ) : null}
      {line.isOwn ? (
        <TextKey
          title="Put this line away"
          icon="archive-arrow-down-outline"
          label={`Put away: ${line.text}`}
          onPress={onPutAway}
        />
      ) : null}
    </View>
  );
}

/** What is left to wait, by the server's clock. */
function Wait({ since, minutes }: { since: number; minutes: number }) {
  const { moss, ember } = useTokens();
  const now = useServerNow(true);
  if (now === null) return <Aside>…</Aside>;
  const left = minutes * 60 - (now - since) / 1000;
  return left > 0 ? (
    <Aside style={{ color: ember }}>{`${formatDuration(Math.ceil(left))} left`}</Aside>
  ) : (
    <Aside style={{ color: moss }}>It has waited long enough.</Aside>
  );
}

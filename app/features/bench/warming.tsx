import { formatDuration } from '@keen-anvil/core/units';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { LinkRow } from '../../ui/link-row';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Heading, Strong } from '../../ui/type';
import { warmClocks, warmLeft } from '../runs/warm-clocks';

/** What warms up before a run, as it was started on this device. */
export function Warming() {
  const { moss } = useTokens();
  const [now, setNow] = useState(() => Date.now());
  const clocks = warmClocks(now);
  const isGoing = clocks.length > 0;
  useEffect(() => {
    if (!isGoing) return undefined;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [isGoing]);
  if (!isGoing) return null;
  return (
    <View style={{ gap: SPACE.small }} testID="warming">
      <Heading>Warming up</Heading>
      {clocks.map((clock) => {
        const left = warmLeft(clock, now);
        return (
          <LinkRow key={clock.name} href={{ pathname: '/jobs/[id]/run', params: { id: clock.jobId } }}>
            <Strong>{clock.text}</Strong>
            <Aside style={left > 0 ? undefined : { color: moss }}>
              {left > 0 ? `${formatDuration(left)} left` : 'Its time is over: tick it off.'}
            </Aside>
          </LinkRow>
        );
      })}
    </View>
  );
}

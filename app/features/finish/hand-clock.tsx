import type { HandKind } from '@keen-anvil/contract';
import { formatDuration } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading } from '../../ui/type';
import { readClock, serverNow, useServerNow } from '../api/server-clock';
import { useHandTime } from './queries';

const KINDS = [
  { value: 'weed', label: 'Weeding' },
  { value: 'press', label: 'Pressing' },
  { value: 'finish', label: 'Finishing' },
] as const satisfies readonly { value: HandKind; label: string }[];

interface HandClockProps {
  jobId: string;
  pieces: number;
  /** What hands do of this job. */
  kinds: readonly HandKind[];
}

/** Takes the time of hands: what it costs is learnt from it. It goes on where the page is closed, by the server's clock. */
export function HandClock({ jobId, pieces: laid, kinds }: HandClockProps) {
  const { quench, rust, moss } = useTokens();
  const key = `hands ${jobId}`;
  const [kind, setKind] = useState<HandKind>(kinds[0]);
  const [began, setBegan] = useState<number | null>(() => Number(globalThis.localStorage?.getItem(key)) || null);
  const now = useServerNow(began !== null);
  const [pieces, setPieces] = useState(laid);
  const keep = useHandTime(jobId);
  const set = (at: number | null) => {
    setBegan(at);
    if (at === null) globalThis.localStorage?.removeItem(key);
    else globalThis.localStorage?.setItem(key, String(at));
  };
  const seconds = began === null || now === null ? 0 : Math.max(0, Math.round((now - began) / 1000));
  return (
    <Leaf edge={quench} testID="hand-clock">
      <Heading>How long it takes by hand</Heading>
      <Aside>What you time here is what the next price goes by.</Aside>
      <Chips
        label="What is timed?"
        options={KINDS.filter(({ value }) => kinds.includes(value))}
        chosen={kind}
        onChoose={setKind}
      />
      {began === null ? (
        <Button
          title="Start the clock"
          type="outline"
          onPress={() => void readClock(true).then(() => set(serverNow()))}
        />
      ) : (
        <View style={{ gap: SPACE.small }}>
          <Figure style={{ fontSize: 44, lineHeight: 50 }}>{formatDuration(seconds)}</Figure>
          <StepNumber
            label="For so many pieces"
            unit=""
            value={pieces}
            min={1}
            max={10000}
            step={1}
            onChange={(value) => setPieces(Math.round(value))}
          />
          <View style={{ flexDirection: 'row', gap: SPACE.small }}>
            <Button title="Forget it" type="outline" containerStyle={{ flex: 1 }} onPress={() => set(null)} />
            <Button
              title="Done: keep it"
              containerStyle={{ flex: 2 }}
              loading={keep.isPending}
              disabled={seconds < 1}
              onPress={() =>
                keep.mutate({ kind, seconds: Math.max(1, seconds), pieces }, { onSuccess: () => set(null) })
              }
            />
          </View>
        </View>
      )}
      {keep.isSuccess ? <Body style={{ color: moss }}>Kept. Prices go by it from now on.</Body> : null}
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
    </Leaf>
  );
}

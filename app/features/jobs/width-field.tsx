import type { JobDetail } from '@keen-anvil/contract';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { Button } from '@rneui/themed';
import { useState } from 'react';
import { TextInput, View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useChangeJob } from './queries';

/** The exact width of the whole drawing; the height follows. */
export function WidthField({ job }: { job: JobDetail }) {
  const tokens = useTokens();
  const change = useChangeJob(job.id);
  const [typed, setTyped] = useState<string | null>(null);
  const { artwork, widthMm } = job;
  if (!artwork || !widthMm) return null;
  const wanted = typed === null ? widthMm : parseTypedNumber(typed);
  const ratio = artwork.drawnHeightMm / artwork.drawnWidthMm;
  const isChanged = wanted !== null && Math.abs(wanted - widthMm) > 1e-9;
  const set = () => {
    if (wanted === null) return;
    change.mutate({ version: job.version, widthMm: wanted }, { onSuccess: () => setTyped(null) });
  };
  return (
    <View style={{ gap: SPACE.hair }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <View style={{ flex: 1 }}>
          <Strong>Width</Strong>
          <Aside>{wanted === null ? 'type a number of mm' : `height follows: ${formatNumber(wanted * ratio, 1)} mm`}</Aside>
        </View>
        <TextInput
          aria-label="Width of the drawing in mm"
          inputMode="decimal"
          value={typed ?? formatNumber(widthMm, 2)}
          onChangeText={setTyped}
          onSubmitEditing={set}
          style={{ width: 110, minHeight: TARGET, textAlign: 'right', fontFamily: FONT.number, fontSize: 26, color: tokens.ink, borderBottomWidth: 2, borderColor: tokens.slate }}
        />
        <Aside>mm</Aside>
        <Button title="Set" type="outline" disabled={!isChanged} loading={change.isPending} onPress={set} />
      </View>
      {change.isError ? <Body style={{ color: tokens.rust }}>{change.error.message}</Body> : null}
    </View>
  );
}

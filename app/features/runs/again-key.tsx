import type { RunView } from '@keen-anvil/contract';
import { notEnough } from '@keen-anvil/core/runs';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Button } from '../../ui/elements';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { SettingsLine } from '../book/settings-line';
import { useRunAgain } from '../jobs/run-queries';

/** A second pass where the first was not enough: the sheet was not moved, and the first counts in. Only the parts that need it, where they were named. */
export function AgainKey({ run }: { run: RunView }) {
  const { rust } = useTokens();
  const again = useRunAgain(run.jobId);
  const [newId] = useState(() => uuid());
  const short = notEnough(run.outcome, run.partOutcomes);
  const said = short ? ('only' in short.parts ? short.parts.only : short.parts.but) : [];
  const [isOnly, setOnly] = useState(true);
  if (!run.stronger) return null;
  return (
    <View style={{ gap: SPACE.small }}>
      {again.isError ? (
        <View role="alert">
          <Body style={{ color: rust }}>{again.error.message}</Body>
        </View>
      ) : null}
      <Aside>Leave the sheet where it lies. The first pass counts in; now dial in:</Aside>
      <SettingsLine settings={run.stronger} machineId={run.machineId} size={24} isDialled />
      {short && said.length > 0 ? (
        <Toggle
          label={
            'but' in short.parts
              ? `All but the ${said.length === 1 ? 'part that is' : `${said.length} parts that are`} through`
              : said.length === 1
                ? 'Only the part that needs it'
                : `Only the ${said.length} parts that need it`
          }
          value={isOnly}
          onChange={setOnly}
        />
      ) : null}
      <Button
        title="Go over it again, a little stronger"
        loading={again.isPending}
        onPress={() => again.mutate({ id: run.id, newId, isAll: said.length > 0 && !isOnly })}
      />
    </View>
  );
}

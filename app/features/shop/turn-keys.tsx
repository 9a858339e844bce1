import type { RecordEdit, TurnedRecord } from '@keen-anvil/core/records';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { changedFields } from './changed-fields';
import { useRecordTurns, useTurnRecord } from './queries';

/** What a change was about, in a few words. */
const said = ({ before, after }: RecordEdit, kind: TurnedRecord): string => changedFields(before, after) || kind;

/** Takes the last change of a record on this device back, or does it again. */
export function TurnKeys({ kind, id }: { kind: TurnedRecord; id: string }) {
  const { rust } = useTokens();
  const { undo = null, redo = null } = useRecordTurns(kind, id).data ?? {};
  const turn = useTurnRecord(kind, id);
  if (!undo && !redo && !turn.isError) return null;
  return (
    <View testID="turns">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        {undo ? (
          <TextKey
            title={`Undo: ${said(undo, kind)}`}
            icon="undo"
            isDisabled={turn.isPending}
            onPress={() => turn.mutate({ turn: 'undo' })}
          />
        ) : null}
        {redo ? (
          <TextKey
            title={`Do again: ${said(redo, kind)}`}
            icon="redo"
            isDisabled={turn.isPending}
            onPress={() => turn.mutate({ turn: 'redo' })}
          />
        ) : null}
      </View>
      {turn.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {turn.error.message}
        </Body>
      ) : null}
    </View>
  );
}

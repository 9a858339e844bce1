import { useMutation, useQueryClient } from '@tanstack/react-query';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { touched } from '../api/ask';
import type { Touched } from './queries';
import { turned, useTurns } from './record-turns';

interface TurnKeysProps {
  /** Which record: its kind and id. */
  record: string;
  version: number;
  seenAs: Touched;
  /** Writes the record as it was, or as it was made; gives its version after that. */
  write: (fields: never, version: number) => Promise<number>;
}

/** Takes the last change of a record back, or does it again. */
export function TurnKeys({ record, version, seenAs, write }: TurnKeysProps) {
  const { rust } = useTokens();
  const client = useQueryClient();
  const { undo, redo } = useTurns(record, version);
  const turn = useMutation({
    mutationFn: async (way: 'undo' | 'redo') =>
      turned(record, way, await write((way === 'undo' ? undo!.before : redo!.after) as never, version)),
    onSuccess: () => touched(client, seenAs),
  });
  if (!undo && !redo && !turn.isError) return null;
  return (
    <View testID="turns">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        {undo ? (
          <TextKey
            title={`Undo: ${undo.label}`}
            icon="undo"
            isDisabled={turn.isPending}
            onPress={() => turn.mutate('undo')}
          />
        ) : null}
        {redo ? (
          <TextKey
            title={`Do again: ${redo.label}`}
            icon="redo"
            isDisabled={turn.isPending}
            onPress={() => turn.mutate('redo')}
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

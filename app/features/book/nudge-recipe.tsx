import type { MachineView, RecipeDetail } from '@keen-anvil/contract';
import { nudged, nudgeProblems, sayChanges, type Changes } from '@keen-anvil/core/recipes';
import { Button, Input } from '@rneui/themed';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision, Option } from '../../ui/choice';
import { NudgeDials } from '../../ui/nudge-dials';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useMaterials } from '../shop/queries';
import { useAddVariant } from './queries';
import { SettingsLine } from './settings-line';

interface NudgeRecipeProps {
  recipe: RecipeDetail;
  machine: MachineView;
  /** What is nudged to begin with, as where wear asks for it. */
  start?: { changes: Changes; reason: string };
  onClose: () => void;
}

/** A little more or less for this tool or this piece, with its reason; the proven value stays beside it. */
export function NudgeRecipe({ recipe, machine, start, onClose }: NudgeRecipeProps) {
  const { rust } = useTokens();
  const pieces = useMaterials().data?.find((m) => m.id === recipe.material.id)?.pieces.filter((piece) => !piece.isArchived) ?? [];
  const [changes, setChanges] = useState<Changes>(start?.changes ?? {});
  const [reason, setReason] = useState(start?.reason ?? '');
  const [pieceId, setPieceId] = useState<string | null>(null);
  const add = useAddVariant(recipe.id);
  const isNudged = Object.values(changes).some((change) => change !== 0);
  const [problem] = isNudged ? nudgeProblems(machine, recipe.process, recipe.settings, changes) : [];
  const write = () => {
    const kept = Object.fromEntries(Object.entries(changes).filter(([, change]) => change !== 0));
    add.mutate({ id: uuid(), changes: kept, reason: reason.trim(), toolId: pieceId ? null : recipe.tool.id, stockPieceId: pieceId }, { onSuccess: onClose });
  };
  return (
    <Decision title="A little more, a little less" isOpen onClose={onClose}>
      <View style={{ gap: SPACE.base }}>
        <NudgeDials machine={machine} settings={recipe.settings} changes={changes} onChange={setChanges} />
        <View role="radiogroup" aria-label="What is it for?">
          <Option label={`For the ${recipe.tool.name}`} detail="wherever this recipe is used with it" isChosen={pieceId === null} onPress={() => setPieceId(null)} />
          {pieces.map((piece) => <Option key={piece.id} label={`For ${piece.name}`} detail="on this piece only" isChosen={pieceId === piece.id} onPress={() => setPieceId(piece.id)} />)}
        </View>
        {isNudged ? (
          <View>
            <Strong>{sayChanges(changes)}</Strong>
            <SettingsLine settings={nudged(machine, recipe.settings, changes)} machineId={machine.id} />
            <Aside>The recipe itself stays as it is.</Aside>
          </View>
        ) : null}
        <Input label="Why?" aria-label="Why this nudge?" placeholder="this roll is stiffer" value={reason} onChangeText={setReason} renderErrorMessage={false} />
        {problem ?? add.error ? <Body style={{ color: rust }}>{problem?.message ?? add.error?.message}</Body> : null}
        <Button title="Keep the nudge" disabled={!isNudged || !reason.trim() || Boolean(problem)} loading={add.isPending} onPress={write} />
      </View>
    </Decision>
  );
}

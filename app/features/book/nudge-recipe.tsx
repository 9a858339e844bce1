import type { MachineView, RecipeDetail } from '@keen-anvil/contract';
import { nudged, nudgeProblems, sayChanges, type Changes } from '@keen-anvil/core/recipes';
import { Button } from '../../ui/elements';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision, Option } from '../../ui/choice';
import { NudgeDials } from '../../ui/nudge-dials';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { Why } from '../../ui/why';
import { useAddVariant } from './queries';
import { SettingsLine } from './settings-line';
import { useMaterial } from '../shop/materials';

interface NudgeRecipeProps {
  recipe: RecipeDetail;
  machine: MachineView;
  /** What is nudged to begin with, as where wear asks for it. */
  start?: { changes: Changes; reason: string };
  /** Told what was kept, in words, where something was. */
  onClose: (kept?: string) => void;
}

/** A little more or less for this tool or this piece, with its reason; the proven value stays beside it. */
export function NudgeRecipe({ recipe, machine, start, onClose }: NudgeRecipeProps) {
  const { rust } = useTokens();
  const pieces = useMaterial(recipe.material.id).data?.pieces.filter((piece) => !piece.isArchived) ?? [];
  const draft = useDraft<{ changes: Changes; reason: string; pieceId: string | null }>(
    `nudge ${recipe.id}${start ? ' worn' : ''}`,
    { changes: start?.changes ?? {}, reason: start?.reason ?? '', pieceId: null },
  );
  const { changes, reason, pieceId } = draft.value;
  const set = (part: Partial<typeof draft.value>) => draft.set((now) => ({ ...now, ...part }));
  const add = useAddVariant(recipe.id);
  const isNudged = Object.values(changes).some((change) => change !== 0);
  const [problem] = isNudged ? nudgeProblems(machine, recipe.process, recipe.settings, changes) : [];
  const missing = !isNudged ? 'Turn a dial first.' : reason.trim() ? null : 'Say why: tap a reason, or type one.';
  const write = () => {
    const kept = Object.fromEntries(Object.entries(changes).filter(([, change]) => change !== 0));
    add.mutate(
      {
        id: uuid(),
        changes: kept,
        reason: reason.trim(),
        toolId: pieceId ? null : recipe.tool.id,
        stockPieceId: pieceId,
      },
      {
        onSuccess: () => {
          draft.done();
          onClose(
            `${sayChanges(kept, machine)} for ${pieces.find((piece) => piece.id === pieceId)?.name ?? recipe.tool.name}`,
          );
        },
      },
    );
  };
  return (
    <Decision title="A little more, a little less" isOpen onClose={() => onClose()}>
      <View style={{ gap: SPACE.base }}>
        <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
        <NudgeDials
          machine={machine}
          process={recipe.process}
          settings={recipe.settings}
          changes={changes}
          onChange={(next) => set({ changes: next })}
        />
        <View role="radiogroup" aria-label="What is it for?">
          <Option
            label={`For the ${recipe.tool.name}`}
            detail="wherever this recipe is used with it"
            isChosen={pieceId === null}
            onPress={() => set({ pieceId: null })}
          />
          {pieces.map((piece) => (
            <Option
              key={piece.id}
              label={`For ${piece.name}`}
              detail="on this piece only"
              isChosen={pieceId === piece.id}
              onPress={() => set({ pieceId: piece.id })}
            />
          ))}
        </View>
        {isNudged ? (
          <View>
            <Strong>{sayChanges(changes, machine)}</Strong>
            <SettingsLine settings={nudged(machine, recipe.settings, changes)} machineId={machine.id} />
            <Aside>The recipe itself stays as it is.</Aside>
          </View>
        ) : null}
        <Why
          name="Why this nudge?"
          placeholder="this roll is stiffer"
          value={reason}
          onChange={(next) => set({ reason: next })}
        />
        {(problem ?? add.error) ? (
          <Body role="alert" style={{ color: rust }}>
            {problem?.message ?? add.error?.message}
          </Body>
        ) : null}
        {missing ? <Aside>{missing}</Aside> : null}
        <Button
          title="Keep the nudge"
          disabled={!isNudged || !reason.trim() || Boolean(problem)}
          loading={add.isPending}
          onPress={write}
        />
      </View>
    </Decision>
  );
}

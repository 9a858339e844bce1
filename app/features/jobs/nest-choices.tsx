import { hasTwoSameSides, type NestGroup } from '@keen-anvil/core/steps';
import { TURNS, type CloseWish } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import { nameInGroup, TURN_WORDS, type ClosePieceShown, type NestForm } from './nest-form';
import { smallestPiece } from './use-nesting';

interface NestChoicesProps {
  form: NestForm;
  pieces: readonly ClosePieceShown[];
  group: NestGroup;
  wish: (seed: number) => CloseWish;
  onChange: (more: Partial<NestForm>) => void;
}

/** More parts than this are not named one by one. */
const MOST_NAMES = 12;

/** What is chosen for a close layout: onto what, how often, how it may be turned, how near. */
export function NestChoices({ form, pieces, group, wish, onChange }: NestChoicesProps) {
  const [smallest, setSmallest] = useState<string | null>(null);
  const [isStaying, setStaying] = useState(false);
  const find = async () => {
    const id = await smallestPiece({ ...wish(1), pieces: pieces.map(({ close }) => close) });
    setSmallest(id ? '' : 'None of the pieces takes all of it by itself.');
    if (id) onChange({ pieceIds: [id] });
  };
  const isOneThing = form.asOne || group.parts.length === 1;
  return (
    <View style={{ gap: SPACE.base }}>
      <View>
        <Strong>Onto</Strong>
        {pieces.map(({ piece }) => (
          <Toggle
            key={piece.id}
            label={`${piece.name}, ${formatNumber(piece.widthMm, 0)} × ${formatNumber(piece.lengthMm, 0)} mm${
              piece.kind !== 'roll' && piece.count > 1 ? ` · ${piece.count} of them` : ''
            }`}
            value={form.pieceIds.includes(piece.id)}
            onChange={(isOn) =>
              onChange({
                pieceIds: isOn ? [...form.pieceIds, piece.id] : form.pieceIds.filter((id) => id !== piece.id),
              })
            }
          />
        ))}
        {pieces.length > 1 ? (
          <TextKey title="The smallest piece that takes all of it" icon="layers-outline" onPress={() => void find()} />
        ) : null}
        {smallest ? <Aside>{smallest}</Aside> : null}
      </View>
      {group.parts.length > 1 ? (
        <View style={{ gap: SPACE.small }}>
          <Strong>What stays together</Strong>
          <Chips
            label="What stays together"
            options={[
              { value: 'each', label: 'What lies over each other' },
              { value: 'one', label: 'All of it, as drawn' },
            ]}
            chosen={form.asOne ? 'one' : 'each'}
            onChoose={(value) => onChange({ asOne: value === 'one' })}
          />
        </View>
      ) : null}
      <View style={{ gap: SPACE.small }}>
        <Strong>How often</Strong>
        <Chips
          label="How often"
          options={[
            { value: 'now', label: 'As now' },
            { value: 'count', label: 'So often' },
            ...(isOneThing ? [{ value: 'fit' as const, label: 'As many as fit' }] : []),
          ]}
          chosen={form.copies === null ? 'now' : form.copies === 'fit' ? 'fit' : 'count'}
          onChoose={(value) => onChange({ copies: value === 'now' ? null : value === 'fit' ? 'fit' : 2 })}
        />
        {typeof form.copies === 'number' ? (
          <StepNumber
            label="Copies of each"
            unit=""
            value={form.copies}
            min={1}
            max={500}
            step={1}
            onChange={(copies) => onChange({ copies: Math.max(1, Math.round(copies)) })}
          />
        ) : null}
      </View>
      <View style={{ gap: SPACE.small }}>
        <Strong>May be turned</Strong>
        <Chips
          label="May be turned"
          options={TURNS.map((value) => ({ value, label: TURN_WORDS[value] }))}
          chosen={form.turns}
          onChoose={(turns) => onChange({ turns })}
        />
      </View>
      {hasTwoSameSides(group) ? (
        <Toggle
          label="May be turned over"
          value={form.mayTurnOver}
          onChange={(mayTurnOver) => onChange({ mayTurnOver })}
        />
      ) : null}
      <StepNumber
        label="Between parts"
        unit="mm"
        value={form.gapMm}
        min={0}
        max={50}
        step={0.5}
        onChange={(gapMm) => onChange({ gapMm })}
      />
      <StepNumber
        label="To the edge"
        unit="mm"
        value={form.edgeMm}
        min={0}
        max={100}
        step={1}
        onChange={(edgeMm) => onChange({ edgeMm })}
      />
      {group.parts.length > 1 && group.parts.length <= MOST_NAMES ? (
        <View>
          <TextKey
            title={form.stayIds.length ? `${form.stayIds.length} stay where they are` : 'Some stay where they are'}
            icon="lock"
            onPress={() => setStaying(!isStaying)}
          />
          {(isStaying ? group.parts : []).map(({ id }) => (
            <Toggle
              key={id}
              label={nameInGroup(group, id)}
              value={form.stayIds.includes(id)}
              onChange={(stays) =>
                onChange({ stayIds: stays ? [...form.stayIds, id] : form.stayIds.filter((other) => other !== id) })
              }
            />
          ))}
        </View>
      ) : null}
    </View>
  );
}

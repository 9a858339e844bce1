import type { MaterialView, StepView } from '@keen-anvil/contract';
import { knownBounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Button } from '../../ui/elements';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { PieceForm } from '../stock/piece-form';
import { useAddPiece } from '../stock/queries';

interface NoPieceProps {
  step: StepView;
  material: MaterialView;
  /** The main key stands out where nothing comes before it. */
  isNext: boolean;
  onPiece: (stockPieceId: string) => void;
}

/** A material of which nothing is in stock: it is put there from here, as a plain sheet or as it is. */
export function NoPiece({ step, material, isNext, onPiece }: NoPieceProps) {
  const { rust } = useTokens();
  const add = useAddPiece(material.id);
  const [isAsked, setAsked] = useState(false);
  const { widthMm, lengthMm } = plainSheetFor(step);
  const size = `${formatNumber(widthMm, 0)} × ${formatNumber(lengthMm, 0)} mm`;
  const id = uuid();
  return (
    <View style={{ gap: SPACE.small }} testID="no-piece">
      <Body>{`Nothing of ${material.name} is in stock. What does it lie on?`}</Body>
      {add.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {add.error.message}
        </Body>
      ) : null}
      <Button
        title={`A plain sheet, ${size}`}
        type={isNext ? 'solid' : 'outline'}
        loading={add.isPending}
        onPress={() =>
          add.mutate(
            { id, kind: 'sheet', name: `Sheet ${size}`, widthMm, lengthMm, count: 1, outline: null },
            { onSuccess: () => onPiece(id) },
          )
        }
      />
      <Button title="Another piece, with its size" type="outline" onPress={() => setAsked(true)} />
      {isAsked ? (
        <PieceForm material={material} piece={null} onClose={() => setAsked(false)} onAdded={onPiece} />
      ) : null}
    </View>
  );
}

/** How large a plain sheet is where nobody has said, and how much wider than what lies on it, mm. */
const PLAIN_MM = 300;
const ROUND_MM = 50;
const MARGIN_MM = 20;

/** A sheet that what a step does lies on. */
function plainSheetFor({ parts }: StepView): { widthMm: number; lengthMm: number } {
  const sizes = parts.flatMap(({ contours }) => knownBounds(contours) ?? []);
  const enough = (most: number) => Math.max(PLAIN_MM, ROUND_MM * Math.ceil((most + MARGIN_MM) / ROUND_MM));
  return {
    widthMm: enough(Math.max(0, ...sizes.map(({ minX, maxX }) => maxX - minX))),
    lengthMm: enough(Math.max(0, ...sizes.map(({ minY, maxY }) => maxY - minY))),
  };
}

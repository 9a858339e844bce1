import type { SheetOfStep, StockPieceView } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import { keepPhoto } from '../stock/keep-photo';
import { FlatPicture } from '../stock/flat-picture';
import { asFlat, TrueSizePhoto, usePhotoWorker, type FlatPhoto } from '../stock/true-size-photo';
import type { useAct } from './queries';

interface PhotographSheetProps {
  sheet: SheetOfStep;
  piece: StockPieceView;
  act: ReturnType<typeof useAct>;
}

/** A key that lays a photo of the real sheet under it, at true size. */
export function PhotographSheet(props: PhotographSheetProps) {
  const [isOpen, setOpen] = useState(false);
  const { sheet, act } = props;
  return (
    <>
      <TextKey
        title={sheet.photo ? 'Another photo' : 'Photo under it'}
        icon="camera-outline"
        onPress={() => setOpen(true)}
      />
      {sheet.photo ? (
        <TextKey
          title="No photo"
          icon="eraser"
          onPress={() => act.mutate({ do: 'photograph-sheet', sheetId: sheet.id, photo: null })}
        />
      ) : null}
      <Decision title="A photo under the sheet" isOpen={isOpen} onClose={() => setOpen(false)}>
        {isOpen ? <Take {...props} onDone={() => setOpen(false)} /> : null}
      </Decision>
    </>
  );
}

function Take({ sheet, piece, act, onDone }: PhotographSheetProps & { onDone: () => void }) {
  const { rust } = useTokens();
  const remote = usePhotoWorker();
  const [flat, setFlat] = useState<FlatPhoto | null>(null);
  const [isPlaced, setPlaced] = useState(false);
  const [corner, setCorner] = useState<Point | null>(null);
  const keep = useMutation({
    mutationFn: keepPhoto,
    onSuccess: (photo) => {
      act.mutate({ do: 'photograph-sheet', sheetId: sheet.id, photo });
      onDone();
    },
  });
  const tap = async (at: Point) => {
    if (!corner) {
      setCorner(at);
      return;
    }
    const picture = await remote().seenFrom(corner, at);
    setFlat(await asFlat(picture));
    setCorner(null);
    setPlaced(true);
  };
  const { widthMm, lengthMm } = piece;
  return (
    <View style={{ gap: SPACE.small }}>
      <TrueSizePhoto
        title="Take or choose a photo"
        label="Photo of the sheet"
        hint="All of the sheet in the photo; or the mat, a card, or the marker page beside it."
        itself={piece.kind === 'roll' ? undefined : { label: 'The sheet itself', widthMm, heightMm: lengthMm }}
        remote={remote}
        onFlat={(next, isItself) => {
          setFlat(next);
          setPlaced(isItself);
          setCorner(null);
        }}
      />
      {flat ? (
        <>
          <Strong>
            {isPlaced
              ? 'As it will lie under the sheet'
              : corner
                ? 'Now tap its upper right corner, at the lead edge'
                : 'Tap the sheet’s upper left corner, at the lead edge'}
          </Strong>
          <FlatPicture
            label="The sheet from straight above"
            flat={flat}
            marks={corner ? [corner] : []}
            onTap={(at) => void (isPlaced ? undefined : tap(at))}
          />
          <Button
            title="Lay it under the sheet"
            disabled={!isPlaced}
            loading={keep.isPending}
            onPress={() => keep.mutate(flat)}
          />
        </>
      ) : null}
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
    </View>
  );
}

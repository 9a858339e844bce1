import type { Point } from '@keen-anvil/core/geometry';
import { MARK_NAMES } from '@keen-anvil/core/registration';
import { useState } from 'react';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { TextKey } from '../../ui/text-key';
import { SPACE } from '../../ui/tokens';
import { Strong } from '../../ui/type';
import { FlatPicture } from '../stock/flat-picture';
import { TrueSizePhoto, usePhotoWorker, type FlatPhoto } from '../stock/true-size-photo';

/** What the machine works on, as it is seen from above. */
export interface Bed {
  label: string;
  widthMm: number;
  heightMm: number;
}

/** A key that takes the marks of a sheet from a photo of the bed it lies on. */
export function TapMarks({ bed, onRead }: { bed: Bed; onRead: (read: Point[]) => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <TextKey title="Tap them in a photo" icon="image-frame" onPress={() => setOpen(true)} />
      <Decision title="The marks in a photo" isOpen={isOpen} onClose={() => setOpen(false)}>
        {isOpen ? (
          <Tap
            bed={bed}
            onRead={(read) => {
              setOpen(false);
              onRead(read);
            }}
          />
        ) : null}
      </Decision>
    </>
  );
}

function Tap({ bed, onRead }: { bed: Bed; onRead: (read: Point[]) => void }) {
  const remote = usePhotoWorker();
  const [flat, setFlat] = useState<FlatPhoto | null>(null);
  const [tapped, setTapped] = useState<Point[]>([]);
  const tap = (at: Point) => {
    const all = [...tapped, at];
    setTapped(all);
    if (all.length === MARK_NAMES.length) onRead(all);
  };
  return (
    <View style={{ gap: SPACE.small }}>
      <TrueSizePhoto
        title="Take or choose a photo"
        label="Photo of the bed"
        hint="All four corners of the bed in the photo, the sheet lying on it."
        itself={bed}
        remote={remote}
        onFlat={(next) => {
          setFlat(next);
          setTapped([]);
        }}
      />
      {flat ? (
        <>
          <Strong>{`Tap the mark ${MARK_NAMES[tapped.length] ?? ''}`}</Strong>
          <FlatPicture label="The bed from straight above" flat={flat} marks={tapped} onTap={tap} />
        </>
      ) : null}
    </View>
  );
}

import { addresses, type MaterialView } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Image, View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { pickFile } from '../api/pick-file';
import { materialFields } from '@keen-anvil/core/records';
import { useChangeMaterial, usePhotograph } from './queries';
import { FlatPicture } from './flat-picture';
import { asFlat, TrueSizePhoto, usePhotoWorker, type FlatPhoto } from './true-size-photo';

/** The photo of a material's pattern: as it is, or at its true size, so that parts can be laid on a motif. */
export function PatternPhoto({ material }: { material: MaterialView }) {
  const { rust, rule } = useTokens();
  const photograph = usePhotograph(material.id);
  const [isOpen, setOpen] = useState(false);
  const choose = async () => {
    const file = await pickFile('image/*');
    if (file) photograph.mutate({ photo: file, version: material.version });
  };
  return (
    <View style={{ gap: SPACE.small }}>
      {material.photoId ? (
        <Image
          source={{ uri: addresses.photo({ id: material.photoId }) }}
          accessibilityLabel={`Photo of ${material.name}`}
          resizeMode="cover"
          style={{ width: '100%', height: 180, borderWidth: 1, borderColor: rule, borderRadius: 3 }}
        />
      ) : null}
      {material.photoId ? (
        <Aside>
          {material.patternWidthMm
            ? `It shows ${formatNumber(material.patternWidthMm, 1)} mm across: it lies under what is laid on this material.`
            : 'How large what it shows really is nobody has measured yet.'}
        </Aside>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey
          title={material.photoId ? 'Another photo' : 'Add a photo of its pattern'}
          icon="camera-outline"
          isDisabled={photograph.isPending}
          onPress={() => void choose()}
        />
        <TextKey title="Take it at true size" icon="ruler" onPress={() => setOpen(true)} />
      </View>
      {photograph.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {photograph.error.message}
        </Body>
      ) : null}
      <Decision title="The pattern at true size" isOpen={isOpen} onClose={() => setOpen(false)}>
        {isOpen ? <TakePattern material={material} onDone={() => setOpen(false)} /> : null}
      </Decision>
    </View>
  );
}

function TakePattern({ material, onDone }: { material: MaterialView; onDone: () => void }) {
  const { rust } = useTokens();
  const remote = usePhotoWorker();
  const photograph = usePhotograph(material.id);
  const change = useChangeMaterial(material.id);
  const [flat, setFlat] = useState<FlatPhoto | null>(null);
  const [first, setFirst] = useState<Point | null>(null);
  const [isCut, setCut] = useState(false);
  const keep = useMutation({
    mutationFn: async ({ blob, box }: FlatPhoto) => {
      const after = await photograph.mutateAsync({ photo: blob, version: material.version });
      await change.mutateAsync({
        ...materialFields(after),
        patternWidthMm: box.maxX - box.minX,
        version: after.version,
      });
    },
    onSuccess: onDone,
  });
  const tap = async (here: Point) => {
    if (!first) {
      setFirst(here);
      return;
    }
    const picture = await remote().cutOut({
      minX: Math.min(first.x, here.x),
      minY: Math.min(first.y, here.y),
      maxX: Math.max(first.x, here.x),
      maxY: Math.max(first.y, here.y),
    });
    setFirst(null);
    setFlat(await asFlat(picture));
    setCut(true);
  };
  return (
    <View style={{ gap: SPACE.small }}>
      <TrueSizePhoto
        title="Take or choose a photo"
        label="Photo of the pattern"
        hint="Lay a card, a sheet of A4 or the marker page on the material, flat."
        remote={remote}
        onFlat={(next) => {
          setFlat(next);
          setFirst(null);
          setCut(false);
        }}
      />
      {flat ? (
        <>
          <Strong>
            {isCut
              ? `${formatNumber(flat.box.maxX - flat.box.minX, 0)} × ${formatNumber(flat.box.maxY - flat.box.minY, 0)} mm of the pattern`
              : first
                ? 'Now tap the opposite corner of it'
                : 'Tap a corner of what shows nothing but the pattern'}
          </Strong>
          <FlatPicture
            label="The pattern from straight above"
            flat={flat}
            marks={first ? [first] : []}
            onTap={(at) => void (isCut ? undefined : tap(at))}
          />
          <Button title="Keep it" disabled={!isCut} loading={keep.isPending} onPress={() => keep.mutate(flat)} />
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

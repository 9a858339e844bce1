import { endpoints, addresses, type MaterialView } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/core/steps';
import { USUAL_PICTURE } from '@keen-anvil/core/raster';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { Image, View } from 'react-native';
import { PICTURE_WAY_WORDS } from '../../ui/picture-ways';
import { Trouble, Waiting } from '../../ui/states';
import { Aside, Strong } from '../../ui/type';
import { ask } from '../api/ask';
import { fileAt } from '../api/save-file';
import { readPixels } from '../api/read-pixels';
import { previewPicture } from './preview-in-worker';

const HEIGHT = 300;
/** Enough for a phone; a larger picture is made smaller before it is looked at. */
const MOST_PX = 2400;

/** A picture as it will come out on its material: the very rows of its file, as dark as each is known to burn. */
export function PicturePreview({ step, material }: { step: StepWork; material: MaterialView }) {
  const part = step.laid.find(({ picture }) => picture);
  const recipeId = step.match.recipe?.id;
  const { way } = step.cut?.picture ?? USUAL_PICTURE;
  const preview = useQuery({
    queryKey: [
      'engraved picture',
      part?.id,
      part?.place,
      part?.picture?.matrix,
      step.cut?.picture,
      step.match.settings,
      material.colour,
    ],
    queryFn: async ({ signal }) => {
      const pixels = await readPixels(
        await fileAt(addresses.drawingPicture({ id: part!.picture!.drawingId }), signal),
        MOST_PX,
      );
      const ladders = recipeId
        ? await Promise.all(
            [...new Set([way, 'by power'] as const)].map((known) =>
              ask(endpoints.tone, { id: recipeId, way: known }, { signal }),
            ),
          )
        : [];
      return previewPicture({ pixels, part: part!, step, ladders, colour: material.colour }, signal);
    },
    enabled: part !== undefined,
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
  });
  const { data } = preview;
  const uri = useMemo(() => (data ? URL.createObjectURL(data.blob) : null), [data]);
  useEffect(
    () => () => {
      if (uri) URL.revokeObjectURL(uri);
    },
    [uri],
  );
  if (!part) return null;
  if (preview.isError) return <Trouble error={preview.error} retry={() => void preview.refetch()} />;
  return (
    <View testID="picture-preview" style={{ gap: 4 }}>
      <Strong>As it comes out</Strong>
      {data && uri ? (
        <>
          <Image
            source={{ uri }}
            accessibilityLabel={`The picture as it comes out on ${material.name}`}
            resizeMode="contain"
            style={{ width: '100%', height: HEIGHT }}
          />
          <Aside>
            {data.hasLadder
              ? 'Its darkness goes by the tone ladder of the recipe.'
              : `No tone ladder burnt so yet (“${PICTURE_WAY_WORDS[way]}”): ${way === 'by power' ? 'darkness is taken to follow the power.' : 'dots may come out darker than they are drawn here.'}`}
          </Aside>
        </>
      ) : (
        <Waiting lines={4} />
      )}
    </View>
  );
}

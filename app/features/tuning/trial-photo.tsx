import { addresses, type TrialShapeView } from '@keen-anvil/contract';
import { Image, View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Body } from '../../ui/type';
import { pickFile } from '../api/pick-file';
import { useTrialPhoto } from './queries';

const SIDE = 96;

/** A photo of a trial, where the maker takes one. */
export function TrialPhoto({ shape }: { shape: TrialShapeView }) {
  const { rust } = useTokens();
  const keep = useTrialPhoto();
  const take = async () => {
    const file = await pickFile('image/*');
    if (file) keep.mutate({ shapeId: shape.id, file });
  };
  return (
    <View>
      {shape.photoId ? (
        <Image
          source={{ uri: addresses.photo({ id: shape.photoId }) }}
          accessibilityLabel={`Photo of trial ${shape.number}`}
          style={{ width: SIDE, height: SIDE, borderRadius: 3 }}
        />
      ) : null}
      <TextKey
        title={shape.photoId ? 'Take another photo' : 'Add a photo'}
        icon="camera-outline"
        isDisabled={keep.isPending}
        onPress={() => void take()}
      />
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
    </View>
  );
}

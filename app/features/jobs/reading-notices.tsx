import { paths, type ArtworkView } from '@keen-anvil/contract';
import { formatNumber } from '@keen-anvil/core/units';
import { useMutation } from '@tanstack/react-query';
import { Pressable, View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { TARGET } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { saveFile } from '../api/save-file';

/** The drawing as it came: its name and size, its original, and what was not read of it. */
export function ReadingNotices({ artwork }: { artwork: ArtworkView }) {
  const { ember, rule, quench, rust } = useTokens();
  const save = useMutation({ mutationFn: () => saveFile(paths.artworkFile(artwork.id)) });
  const { notices } = artwork;
  return (
    <Leaf edge={notices.length ? ember : rule} testID="drawing">
      <Strong>{artwork.fileName}</Strong>
      <Aside>
        {formatNumber(artwork.drawnWidthMm, 1)} × {formatNumber(artwork.drawnHeightMm, 1)} mm as drawn
      </Aside>
      {notices.length ? <Strong style={{ color: ember }}>Not everything was read</Strong> : null}
      <View>
        {notices.map((notice) => (
          <Body key={notice.message}>
            {notice.count > 1 ? `${notice.count} × ` : ''}
            {notice.message}
          </Body>
        ))}
      </View>
      <Pressable role="link" aria-label="Fetch the original file" onPress={() => save.mutate()} style={{ minHeight: TARGET, justifyContent: 'center' }}>
        <Aside style={{ color: quench }}>Fetch the original file</Aside>
      </Pressable>
      {save.isError ? <Body style={{ color: rust }}>{save.error.message}</Body> : null}
    </Leaf>
  );
}

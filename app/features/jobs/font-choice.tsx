import { SHIPPED_FONTS } from '@keen-anvil/core/artwork-choices';
import { getDocumentAsync } from 'expo-document-picker';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Chips } from '../../ui/chips';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { useFonts, useKeepFont } from './queries';

/** The fonts that can be chosen: those that ship, and the workshop's own. */
export function useFontOptions(): { value: string; label: string }[] {
  const own = useFonts().data ?? [];
  return [
    ...SHIPPED_FONTS.map((font) => ({ value: font.id, label: font.label })),
    ...own.map((font) => ({ value: font.id, label: font.name })),
  ];
}

/** The font of a text; one of the maker's own can be brought in. */
export function FontChoice({ fontId, onChoose }: { fontId: string; onChoose: (id: string) => void }) {
  const { rust } = useTokens();
  const keep = useKeepFont();
  const bring = async () => {
    const picked = await getDocumentAsync({
      type: ['.ttf', '.otf', 'font/ttf', 'font/otf'],
      copyToCacheDirectory: false,
    });
    const asset = picked.assets?.[0];
    if (!asset?.file) return;
    const id = uuid();
    keep.mutate({ id, file: asset.file, fileName: asset.name }, { onSuccess: () => onChoose(id) });
  };
  const options = useFontOptions();
  return (
    <View style={{ gap: SPACE.small }}>
      <Chips label="Font" options={options} chosen={fontId} onChoose={onChoose} />
      <TextKey title="Bring in a font of your own" icon="format-font" onPress={() => void bring()} />
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
    </View>
  );
}

import { useMutation } from '@tanstack/react-query';
import type { ComponentProps } from 'react';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Body } from '../../ui/type';
import { saveFile } from './save-file';

type SaveKeyProps = Pick<ComponentProps<typeof TextKey>, 'title' | 'label'> & {
  path: string;
  icon?: ComponentProps<typeof TextKey>['icon'];
};

/** Fetches a file of the server and hands it to the maker; says where there is none. */
export function SaveKey({ path, icon = 'download', ...key }: SaveKeyProps) {
  const { rust } = useTokens();
  const save = useMutation({ mutationFn: () => saveFile(path) });
  return (
    <View>
      <TextKey {...key} icon={icon} isDisabled={save.isPending} onPress={() => save.mutate()} />
      {save.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {save.error.message}
        </Body>
      ) : null}
    </View>
  );
}

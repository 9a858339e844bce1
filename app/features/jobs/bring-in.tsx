import MaterialCommunityIcons from '@expo/vector-icons/MaterialCommunityIcons';
import { Button } from '@rneui/themed';
import { getDocumentAsync } from 'expo-document-picker';
import { useRef } from 'react';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Heading } from '../../ui/type';
import { useBringIn } from './queries';

/** Brings a drawing from the device into a job that has none. */
export function BringIn({ jobId }: { jobId: string }) {
  const { rust, quench, onStrong } = useTokens();
  const bringIn = useBringIn(jobId);
  const stop = useRef<AbortController | null>(null);
  const choose = async () => {
    const chosen = await getDocumentAsync({ type: ['image/svg+xml', '.svg', '.dxf', 'image/vnd.dxf'], copyToCacheDirectory: false });
    const asset = chosen.assets?.[0];
    if (!asset?.file) return;
    stop.current = new AbortController();
    bringIn.mutate({ file: asset.file, fileName: asset.name, signal: stop.current.signal });
  };
  const wasStopped = bringIn.error?.name === 'AbortError';
  return (
    <Leaf edge={quench}>
      <Heading>Bring in the drawing</Heading>
      <Body>An SVG or DXF file with true sizes. Each colour in it becomes a step with a material of its own.</Body>
      {bringIn.isPending ? (
        <>
          <Aside>Reading the drawing …</Aside>
          <Button title="Stop reading" type="outline" onPress={() => stop.current?.abort()} />
        </>
      ) : (
        <Button title="Choose a file" icon={<MaterialCommunityIcons name="file-plus-outline" size={22} color={onStrong} style={{ marginRight: 8 }} />} onPress={() => void choose()} />
      )}
      {bringIn.isError && !wasStopped ? <Body style={{ color: rust }}>{bringIn.error.message}</Body> : null}
    </Leaf>
  );
}

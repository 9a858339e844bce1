import { Icon } from '../../ui/icon';
import { Button, LinearProgress } from '../../ui/elements';
import { getDocumentAsync } from 'expo-document-picker';
import { useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useBringIn, type At } from './queries';

const TYPES = [
  'image/svg+xml',
  '.svg',
  '.svgz',
  '.dxf',
  'image/vnd.dxf',
  'image/png',
  'image/jpeg',
  '.hpgl',
  '.plt',
  '.gcode',
  '.nc',
];

/** Brings a drawing, a picture or a text into a job: the first, or one more. */
export function BringIn({ jobId, isMore }: { jobId: string; isMore?: boolean }) {
  const { rust, quench, onStrong } = useTokens();
  const router = useRouter();
  const bringIn = useBringIn(jobId);
  const [at, setAt] = useState<At | null>(null);
  const stop = useRef<AbortController | null>(null);
  const choose = async (isKept = false) => {
    const chosen = await getDocumentAsync({
      type: isKept ? ['image/png', 'image/jpeg'] : TYPES,
      copyToCacheDirectory: false,
    });
    const asset = chosen.assets?.[0];
    if (!asset?.file) return;
    stop.current = new AbortController();
    setAt(null);
    bringIn.mutate({ file: asset.file, fileName: asset.name, isKept, signal: stop.current.signal, told: setAt });
  };
  const takeShape = () => router.push({ pathname: '/jobs/[id]/shape', params: { id: jobId } });
  const setText = () => router.push({ pathname: '/jobs/[id]/text', params: { id: jobId } });
  const wasStopped = bringIn.error?.name === 'AbortError';
  return (
    <Leaf edge={isMore ? undefined : quench}>
      <Heading>{isMore ? 'One more drawing' : 'Bring in the drawing'}</Heading>
      {isMore ? null : (
        <Body>
          A drawing (SVG, DXF), a picture to be traced (PNG, JPG), or a machine file (HP-GL, G-code). Each colour in it
          becomes a step.
        </Body>
      )}
      {bringIn.isPending ? (
        <Reading at={at} onStop={() => stop.current?.abort()} />
      ) : isMore ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
          <TextKey title="Choose a file" icon="file-plus-outline" onPress={() => void choose()} />
          <TextKey title="A picture as it is" icon="image-frame" onPress={() => void choose(true)} />
          <TextKey title="Set a text" icon="format-text" onPress={setText} />
          <TextKey title="A measured shape" icon="ruler-square" onPress={takeShape} />
        </View>
      ) : (
        <View style={{ gap: SPACE.small }}>
          <Button
            title="Choose a file"
            icon={<Icon name="file-plus-outline" size={22} color={onStrong} style={{ marginRight: 8 }} />}
            onPress={() => void choose()}
          />
          <Button title="A picture as it is, to be printed" type="outline" onPress={() => void choose(true)} />
          <Button title="Set a text" type="outline" onPress={setText} />
          <Button title="A measured shape" type="outline" onPress={takeShape} />
        </View>
      )}
      {bringIn.isError && !wasStopped ? (
        <Body role="alert" style={{ color: rust }}>
          {bringIn.error.message}
        </Body>
      ) : null}
    </Leaf>
  );
}

/** How far the reading is, and the way to stop it. */
export function Reading({ at, onStop }: { at: At | null; onStop: () => void }) {
  const { quench, rule } = useTokens();
  const share = at?.progress ?? 0;
  return (
    <View style={{ gap: SPACE.small }} testID="reading">
      <Aside>{`${at?.doing ?? 'Reading the drawing'} … ${Math.round(share * 100)} %`}</Aside>
      <LinearProgress
        aria-label="Reading"
        value={share}
        variant="determinate"
        animation={false}
        color={quench}
        trackColor={rule}
        style={{ height: 10, borderRadius: 2 }}
      />
      <Button title="Stop reading" type="outline" onPress={onStop} />
    </View>
  );
}

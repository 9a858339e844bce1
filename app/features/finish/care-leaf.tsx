import { paths } from '@keen-anvil/contract';
import { SIGN_PATHS, SIGN_WORDS, type Care } from '@keen-anvil/core/care';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { saveFile } from '../api/save-file';

/** How the finished thing is looked after, as it stands on its card. */
export function CareLeaf({ jobId, care }: { jobId: string; care: Care }) {
  const { ink, rust, moss } = useTokens();
  const [trouble, setTrouble] = useState<string | null>(null);
  return (
    <Leaf edge={moss} testID="care">
      <Heading>How it is looked after</Heading>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.base }}>
        {care.signs.map((sign) => (
          <View key={sign} style={{ alignItems: 'center', width: 76 }}>
            <Svg width={48} height={48} viewBox="0 0 100 100" role="img" aria-label={SIGN_WORDS[sign]}>
              <Path
                d={SIGN_PATHS[sign]}
                stroke={ink}
                strokeWidth={5}
                fill="none"
                strokeLinecap="round"
                strokeLinejoin="round"
              />
            </Svg>
            <Aside style={{ textAlign: 'center' }}>{SIGN_WORDS[sign]}</Aside>
          </View>
        ))}
      </View>
      {care.words.map((words) => (
        <Body key={words}>{words}</Body>
      ))}
      {care.words.length === 0 ? <Aside>Choose the materials first: what it is made of decides.</Aside> : null}
      <Button
        title="Save the care card (A7)"
        type="outline"
        onPress={() =>
          void saveFile(paths.careCard(jobId)).then(
            () => setTrouble(null),
            (error: Error) => setTrouble(error.message),
          )
        }
      />
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble}
        </Body>
      ) : null}
    </Leaf>
  );
}

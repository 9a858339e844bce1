import { addresses } from '@keen-anvil/contract';
import { SIGN_PATHS, SIGN_WORDS, type Care } from '@keen-anvil/core/care';
import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { SaveKey } from '../api/save-key';

/** How the finished thing is looked after, as it stands on its card. */
export function CareLeaf({ jobId, care }: { jobId: string; care: Care }) {
  const { ink, moss } = useTokens();
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
      <SaveKey title="Save the care card (A7)" path={addresses.careCard({ id: jobId })} />
    </Leaf>
  );
}

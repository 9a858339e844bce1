import { Button } from './elements';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Leaf } from './leaf';
import { useTokens } from './theme';
import { SPACE } from './tokens';
import { Aside, Body, Heading } from './type';

/** While something is fetched. */
export function Waiting({ lines = 4 }: { lines?: number }) {
  const { rule } = useTokens();
  return (
    <View role="status" aria-label="Loading" style={{ gap: SPACE.base }}>
      {Array.from({ length: lines }, (_, i) => (
        <View key={i} style={{ height: 56, backgroundColor: rule, opacity: 0.5, borderRadius: 3 }} />
      ))}
    </View>
  );
}

/** What went wrong, what is safe, and what to do. */
export function Trouble({ error, retry }: { error: Error; retry?: () => void }) {
  const { rust } = useTokens();
  return (
    <Leaf edge={rust}>
      <Heading>That did not work</Heading>
      <Body>{error.message}</Body>
      {retry ? <Button title="Try again" type="outline" onPress={retry} /> : null}
    </Leaf>
  );
}

/** Nothing here yet, and what to do first. */
export function Nothing({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <View style={{ paddingVertical: SPACE.broad, gap: SPACE.small }}>
      <Heading>{title}</Heading>
      {typeof children === 'string' ? <Aside>{children}</Aside> : children}
    </View>
  );
}

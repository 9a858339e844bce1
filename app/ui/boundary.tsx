import { Button } from './elements';
import { useRouter } from 'expo-router';
import type { PropsWithChildren } from 'react';
import { View } from 'react-native';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Leaf } from './leaf-surface';
import { useTokens } from './theme';
import { SPACE } from './tokens';
import { Aside, Body, Heading } from './type';

interface BoundaryProps {
  /** What changes it is another page: then it is tried anew. */
  resetKeys?: unknown[];
  /** A part of a page, which the rest can do without. */
  isPart?: boolean;
}

/** Keeps a fault where it is: what broke says so, what is safe, and the way back; the rest of the page stays. */
export function Boundary({ children, resetKeys, isPart = false }: PropsWithChildren<BoundaryProps>) {
  return (
    <ErrorBoundary
      resetKeys={resetKeys}
      FallbackComponent={isPart ? BrokenPart : BrokenPage}
      onError={(error) => console.error(error)}
    >
      {children}
    </ErrorBoundary>
  );
}

const SAFE = 'What was written down is safe in the book, and what you had typed is kept on this device.';

function BrokenPage({ resetErrorBoundary, error }: FallbackProps) {
  const { paper } = useTokens();
  const router = useRouter();
  return (
    <View style={{ flex: 1, backgroundColor: paper, padding: SPACE.wide }}>
      <Broken title="This page broke off" error={error}>
        <Button title="Try again" onPress={resetErrorBoundary} />
        <Button
          title="Back to the Bench"
          type="outline"
          onPress={() => {
            router.replace('/');
            resetErrorBoundary();
          }}
        />
      </Broken>
    </View>
  );
}

function BrokenPart({ resetErrorBoundary, error }: FallbackProps) {
  return (
    <Broken title="This part broke off" error={error}>
      <Button title="Try again" type="outline" onPress={resetErrorBoundary} />
    </Broken>
  );
}

function Broken({ title, error, children }: PropsWithChildren<{ title: string; error: unknown }>) {
  const { rust } = useTokens();
  return (
    <Leaf edge={rust} testID="broken">
      <View role="alert">
        <Heading>{title}</Heading>
      </View>
      <Body>{SAFE}</Body>
      <Aside>{error instanceof Error ? error.message : String(error)}</Aside>
      {children}
    </Leaf>
  );
}

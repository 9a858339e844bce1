import type { ComponentProps } from 'react';
import { Boundary } from './boundary';
import { Leaf as Surface } from './leaf-surface';

/** A leaf of the book: a surface with an inked edge at its left. A fault in what stands on it stays on it. */
export function Leaf({ children, ...surface }: ComponentProps<typeof Surface>) {
  return (
    <Surface {...surface}>
      <Boundary isPart>{children}</Boundary>
    </Surface>
  );
}

import type { RecipeSummary } from '@keen-anvil/contract';
import type { ComponentProps, CSSProperties, Ref } from 'react';
import { Icon } from '../../ui/icon';
import { useTokens } from '../../ui/theme';
import { TARGET } from '../../ui/tokens';
import { RecipeRow } from '../book/recipe-row';

interface NailedCardProps {
  recipe: RecipeSummary;
  ref?: Ref<HTMLDivElement>;
  style?: CSSProperties;
  /** What makes its handle one that can be dragged; without, it is only drawn. */
  handle?: ComponentProps<'div'>;
}

/** A recipe with its handle. Elements of the page itself: what is dragged needs its own pointer and key events. */
export function NailedCard({ recipe, ref, style, handle }: NailedCardProps) {
  const { slate } = useTokens();
  return (
    <div ref={ref} style={{ display: 'flex', alignItems: 'stretch', position: 'relative', ...style }}>
      <div
        {...handle}
        aria-label={handle ? `Move ${recipe.material.name}` : undefined}
        style={{
          width: TARGET,
          minHeight: TARGET,
          display: 'flex',
          alignItems: 'center',
          justifyContent: 'center',
          touchAction: 'none',
          cursor: 'grab',
        }}
      >
        <Icon name="drag-horizontal-variant" size={24} color={slate} />
      </div>
      <div style={{ flex: 1, minWidth: 0 }}>
        <RecipeRow recipe={recipe} />
      </div>
    </div>
  );
}

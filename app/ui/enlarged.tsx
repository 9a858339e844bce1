import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { Pressable, View, type ViewStyle } from 'react-native';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Aside, Figure } from './type';

/** A picture can be looked at so many times as large as it fits. */
const FACTORS = [1, 2, 4, 8] as const;

interface EnlargedProps {
  /** What it is a picture of, for who cannot see it. */
  label: string;
  /** How high it is shown, px. */
  maxHeight: number;
  /** The picture, drawn as wide as it is let, and no higher than this. */
  children: (maxHeight: number) => ReactNode;
}

/** A picture that is looked at closer: it stays in its frame, and is pushed about in it as any page is. */
export function Enlarged({ label, maxHeight, children }: EnlargedProps) {
  const { card, rule } = useTokens();
  const [factor, setFactor] = useState<number>(1);
  const frame = useRef<View>(null);
  const before = useRef<number>(1);
  // What is in the middle stays there.
  useLayoutEffect(() => {
    const element = frame.current as unknown as HTMLElement | null;
    const ratio = factor / before.current;
    before.current = factor;
    if (!element || ratio === 1 || typeof element.scrollTo !== 'function') return;
    const [x, y] = [element.scrollLeft + element.clientWidth / 2, element.scrollTop + element.clientHeight / 2];
    element.scrollTo(x * ratio - element.clientWidth / 2, y * ratio - element.clientHeight / 2);
  }, [factor]);
  const at = FACTORS.indexOf(factor as (typeof FACTORS)[number]);
  const isClose = factor > 1;
  return (
    <View style={{ gap: SPACE.hair }}>
      <View
        ref={frame}
        testID="enlarged"
        {...(isClose
          ? { role: 'region', 'aria-label': `${label}, ${factor} times as large`, tabIndex: 0 as const }
          : {})}
        style={isClose ? ({ maxHeight, overflow: 'auto', backgroundColor: card } as unknown as ViewStyle) : undefined}
      >
        <View style={{ width: `${100 * factor}%` }}>{children(maxHeight * factor)}</View>
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-end', gap: SPACE.small }}>
        <Aside>{isClose ? `${factor} × as large` : 'Look closer'}</Aside>
        {([-1, 1] as const).map((by) => {
          const next = FACTORS[at + by] as number | undefined;
          return (
            <Pressable
              key={by}
              role="button"
              aria-label={by > 0 ? 'Larger' : 'Smaller'}
              disabled={next === undefined}
              onPress={() => next && setFactor(next)}
              style={{
                width: TARGET,
                minHeight: TARGET,
                alignItems: 'center',
                justifyContent: 'center',
                borderWidth: 1,
                borderColor: rule,
                borderRadius: 4,
                opacity: next === undefined ? 0.35 : 1,
              }}
            >
              <Figure style={{ fontSize: 24 }}>{by > 0 ? '+' : '−'}</Figure>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

import type { Temper } from '@keen-anvil/core/recipes';

/** The colours of the bench book, for daylight and for a dim shop. */
export interface Tokens {
  paper: string;
  card: string;
  ink: string;
  slate: string;
  rule: string;
  quench: string;
  /** Text on quench, ember, moss or rust. */
  onStrong: string;
  ember: string;
  moss: string;
  rust: string;
  temper: Record<Temper, string>;
}

export const LIGHT: Tokens = {
  paper: '#F6F2E9',
  card: '#FFFDF8',
  ink: '#22262B',
  slate: '#56606B',
  rule: '#DAD3C4',
  quench: '#1F4A73',
  onStrong: '#FFFDF8',
  ember: '#B4481A',
  moss: '#3B6B46',
  rust: '#9C2B2B',
  temper: { bare: '#8A9199', straw: '#D9A93A', bronze: '#A5652A', violet: '#6B4A8C', blue: '#27578F' },
};

export const DARK: Tokens = {
  paper: '#191B1E',
  card: '#23262A',
  ink: '#EFEAE0',
  slate: '#AEB4BA',
  rule: '#3B3F45',
  quench: '#8FBBE6',
  onStrong: '#16181B',
  ember: '#F0925F',
  moss: '#86C295',
  rust: '#EE8C8C',
  temper: { bare: '#9AA1A9', straw: '#E3BC5C', bronze: '#CB8B50', violet: '#A98BCB', blue: '#6EA3DE' },
};

/** Distances and sizes, in px. */
export const SPACE = { hair: 4, small: 8, base: 12, wide: 16, broad: 24 } as const;
/** The smallest thing a dirty finger can hit, in px. */
export const TARGET = 48;
/** From this width on there is room for a rail and panes side by side, in px. */
export const WIDE_FROM = 900;

export const FONT = {
  heading: 'ZillaSlab_600SemiBold',
  headingBold: 'ZillaSlab_700Bold',
  text: 'AtkinsonHyperlegible_400Regular',
  textBold: 'AtkinsonHyperlegible_700Bold',
  number: 'IBMPlexMono_500Medium',
  icon: 'BenchIcons',
} as const;

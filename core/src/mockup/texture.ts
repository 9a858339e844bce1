import type { Picture } from '../artwork';
import type { FamilyName } from '../materials';
import { latticeNoise } from './lattice-noise';

/** What the surface of a material looks like from near. */
export const TEXTURES = ['plain', 'glitter', 'foil', 'leather', 'wood', 'metal', 'cloth'] as const;
export type TextureName = (typeof TEXTURES)[number];

const BY_FAMILY: Partial<Record<FamilyName, TextureName>> = {
  foil: 'foil',
  leather: 'leather',
  wood: 'wood',
  bamboo: 'wood',
  metal: 'metal',
  fabric: 'cloth',
};

/** The texture of a material, by its family, name and finish. */
export function textureOf({ family, name, finish }: { family: FamilyName; name: string; finish: string }): TextureName {
  if (/glitter/i.test(`${name} ${finish}`)) return 'glitter';
  return BY_FAMILY[family] ?? 'plain';
}

/** A tile is so large, in mm: it comes again after that. */
export const TILE_MM = 32;

/** How light a texture is at a place, in mm: 1 as the colour is, below that darker, above it towards white. */
type Shade = (x: number, y: number) => number;

/** Whole numbers of waves on a tile, so that it goes on without a seam. */
const WAVE = (2 * Math.PI) / TILE_MM;

const SHADES: Record<TextureName, (seed: number) => Shade> = {
  plain: () => () => 1,
  // Flakes of half a millimetre, each at an angle of its own.
  glitter: (seed) => {
    const flakes = latticeNoise(2 * TILE_MM, seed);
    return (x, y) => {
      const flake = flakes(Math.floor(2 * x), Math.floor(2 * y));
      return flake > 0.93 ? 1.9 : 0.7 + 0.5 * flake;
    };
  },
  // A lamp comes back in broad bands.
  foil: (seed) => {
    const dents = latticeNoise(8, seed);
    return (x, y) => 1 + 0.35 * Math.sin(2 * WAVE * (x + y) + 3 * dents(x / 4, y / 4));
  },
  leather: (seed) => {
    const [coarse, fine] = [latticeNoise(16, seed), latticeNoise(64, seed + 1)];
    return (x, y) => {
      const crease = Math.abs(coarse(x / 2, y / 2) - 0.5) < 0.06 ? -0.18 : 0;
      return 0.96 + crease + 0.12 * (fine(2 * x, 2 * y) - 0.5);
    };
  },
  // The grain runs along the feed.
  wood: (seed) => {
    const [drift, pores] = [latticeNoise(4, seed), latticeNoise(64, seed + 1)];
    return (x, y) => {
      const ring = Math.sin(6 * WAVE * x + 4 * drift(x / 8, y / 8));
      return 0.97 + 0.07 * ring + 0.08 * (pores(2 * x, y / 8) - 0.5);
    };
  },
  metal: (seed) => {
    const brush = latticeNoise(128, seed);
    return (x, y) => 1 + 0.16 * (brush(x / 4, 4 * y) - 0.5) + 0.1 * Math.sin(WAVE * x);
  },
  cloth: () => (x, y) => 0.97 + 0.05 * Math.sin(64 * WAVE * x) * Math.sin(64 * WAVE * y),
};

const channelsOf = (colour: string): [number, number, number] => {
  const value = Number.parseInt(colour.replace('#', ''), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
};

/**
 * A tile of a material as it looks, to be laid beside itself without a seam: {@link TILE_MM} mm wide and high.
 * @param colour as #1d2f5c
 */
export function textureTile(texture: TextureName, colour: string, pixelsPerMm: number, seed = 1): Picture {
  const size = Math.max(1, Math.round(TILE_MM * pixelsPerMm));
  const shade = SHADES[texture](seed);
  const channels = channelsOf(colour);
  const data = new Uint8ClampedArray(4 * size * size);
  for (let row = 0, i = 0; row < size; row++)
    for (let column = 0; column < size; column++, i += 4) {
      const s = shade(((column + 0.5) * TILE_MM) / size, ((row + 0.5) * TILE_MM) / size);
      // Beyond its own colour a place goes towards the white of the lamp.
      for (let k = 0; k < 3; k++) data[i + k] = s <= 1 ? channels[k] * s : channels[k] + (255 - channels[k]) * (s - 1);
      data[i + 3] = 255;
    }
  return { width: size, height: size, data, dotsPerInch: null };
}

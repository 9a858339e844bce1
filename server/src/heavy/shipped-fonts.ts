import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type * as HarfBuzz from 'harfbuzzjs';
import { ArtworkRefusedError, harfbuzzFont, type FontWish, type LoadedFont } from '@keen-anvil/core/artwork';
import { SHIPPED_FONTS } from '@keen-anvil/core/artwork-choices';
import { singleLineFont } from './single-line-font';

/** Where the text tool's fonts are: their package, and the weight that a text is set in. */
const FACES: Readonly<Record<string, { folder: string; file: string; weight: number }>> = {
  slab: { folder: '@expo-google-fonts/zilla-slab', file: 'ZillaSlab', weight: 700 },
  plain: { folder: '@expo-google-fonts/atkinson-hyperlegible', file: 'AtkinsonHyperlegible', weight: 700 },
  even: { folder: '@expo-google-fonts/ibm-plex-mono', file: 'IBMPlexMono', weight: 500 },
  script: { folder: '@expo-google-fonts/pacifico', file: 'Pacifico', weight: 400 },
};
const WEIGHTS: Readonly<Record<number, string>> = {
  100: '100Thin',
  200: '200ExtraLight',
  300: '300Light',
  400: '400Regular',
  500: '500Medium',
  600: '600SemiBold',
  700: '700Bold',
};
const loaded = new Map<string, LoadedFont>();

/** A font that ships with the application, as the text tool sets it. @throws ArtworkRefusedError for one that is not there */
export function shippedFont(hb: typeof HarfBuzz, id: string): LoadedFont {
  if (id === 'single-line') return singleLineFont();
  const face = Object.hasOwn(FACES, id) ? FACES[id] : undefined;
  if (!face) throw new ArtworkRefusedError('That font is not there (any more). Choose another one.');
  return faceOf(hb, id, face.weight, false);
}

/** The shipped font that a drawing names first of its list, in the weight nearest to the one it asks for. */
export function fontByFamily(hb: typeof HarfBuzz, { family, weight, isItalic }: FontWish): LoadedFont | undefined {
  const wanted = family.split(',')[0].replace(/['"]/g, '').trim().toLowerCase();
  const found = SHIPPED_FONTS.find((font) => font.family.toLowerCase() === wanted);
  // A drawing means outlines by its words.
  return found && Object.hasOwn(FACES, found.id) ? faceOf(hb, found.id, weight, isItalic) : undefined;
}

function faceOf(hb: typeof HarfBuzz, id: string, weight: number, isItalic: boolean): LoadedFont {
  const path = pathOf(id, weight, isItalic);
  const known = loaded.get(path);
  if (known) return known;
  const font = harfbuzzFont(
    hb,
    readFileSync(path),
    SHIPPED_FONTS.find((shipped) => shipped.id === id)?.isScript ?? false,
  );
  loaded.set(path, font);
  return font;
}

function pathOf(id: string, weight: number, isItalic: boolean): string {
  const { folder, file } = FACES[id];
  const root = dirname(require.resolve(`${folder}/package.json`));
  const fileOf = (name: string, slant: string) => join(root, `${name}${slant}`, `${file}_${name}${slant}.ttf`);
  const byDistance = Object.entries(WEIGHTS)
    .sort(([a], [b]) => Math.abs(Number(a) - weight) - Math.abs(Number(b) - weight))
    .map(([, name]) => name);
  for (const slant of isItalic ? ['_Italic', ''] : ['']) {
    const name = byDistance.find((candidate) => existsSync(fileOf(candidate, slant)));
    if (name) return fileOf(name, slant);
  }
  throw new ArtworkRefusedError('That font is not there (any more). Choose another one.');
}

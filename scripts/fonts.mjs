// Makes the fonts that the page shows: of each face only the signs that are needed, as WOFF2, in app/public/fonts.
// Letters beyond western European ones stand in a file of their own, which the browser asks for when it meets one.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { root } from './setup.mjs';

const require = createRequire(join(root, 'app', 'package.json'));
const folder = join(root, 'app', 'public', 'fonts');

const FACES = {
  ZillaSlab_600SemiBold: '@expo-google-fonts/zilla-slab/600SemiBold/ZillaSlab_600SemiBold.ttf',
  ZillaSlab_700Bold: '@expo-google-fonts/zilla-slab/700Bold/ZillaSlab_700Bold.ttf',
  AtkinsonHyperlegible_400Regular:
    '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf',
  AtkinsonHyperlegible_700Bold: '@expo-google-fonts/atkinson-hyperlegible/700Bold/AtkinsonHyperlegible_700Bold.ttf',
  IBMPlexMono_500Medium: '@expo-google-fonts/ibm-plex-mono/500Medium/IBMPlexMono_500Medium.ttf',
};
const ICON_FONT = '@expo/vector-icons/build/vendor/react-native-vector-icons/Fonts/MaterialCommunityIcons.ttf';

/** As CSS writes them; the first is asked for with the page, the second when a letter of it is met. */
const NEAR =
  'U+20-7E, U+A0-FF, U+131, U+152-153, U+2BC, U+2C6, U+2DA, U+2DC, U+2010-2027, U+2030-203A, U+2044, U+20AC, U+2122, U+2190-2199, U+2202, U+2206, U+2211-2212, U+221A, U+221E, U+2248, U+2260, U+2264-2265, U+25CA';
const FAR = 'U+100-130, U+132-151, U+154-24F, U+300-36F, U+370-3FF, U+1E00-1EFF';

/** The letters of such a range. */
function lettersOf(ranges) {
  let letters = '';
  for (const range of ranges.split(', ')) {
    const [from, to = from] = range
      .slice(2)
      .split('-')
      .map((code) => Number.parseInt(code, 16));
    for (let code = from; code <= to; code++) letters += String.fromCodePoint(code);
  }
  return letters;
}

async function write(name, file, letters) {
  const font = await subsetFont(readFileSync(require.resolve(file)), letters, {
    targetFormat: 'woff2',
    // Small capitals, old figures and swashes are asked for nowhere.
    noLayoutClosure: true,
    noHinting: true,
  });
  writeFileSync(join(folder, `${name}.woff2`), font);
}

/** Writes the fonts and the style sheet that names them, app/public/fonts/fonts.css. */
export async function makeFonts() {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const rules = [];
  const face = (name, file, range) =>
    rules.push(
      `@font-face{font-family:${name};font-display:swap;src:url(/fonts/${file}.woff2) format("woff2")${range ? `;unicode-range:${range.replaceAll(', ', ',')}` : ''}}`,
    );
  for (const [name, file] of Object.entries(FACES)) {
    await write(name, file, lettersOf(NEAR));
    await write(`${name}-far`, file, lettersOf(FAR));
    face(name, name, NEAR);
    face(name, `${name}-far`, FAR);
  }
  const glyphs = JSON.parse(readFileSync(join(root, 'app', 'ui', 'glyphs.json'), 'utf8'));
  await write('BenchIcons', ICON_FONT, String.fromCodePoint(...Object.values(glyphs)));
  face('BenchIcons', 'BenchIcons', null);
  writeFileSync(join(folder, 'fonts.css'), rules.join('\n'));
}

// After the export: names by content for the fonts, their style sheet inside the page, and everything compressed once.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { extname, join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const COMPRESSED = new Set(['.js', '.css', '.html', '.json', '.svg', '.webmanifest']);
/** Shown on every first screen: asked for before the scripts say so. */
const AT_ONCE = [
  'AtkinsonHyperlegible_400Regular',
  'AtkinsonHyperlegible_700Bold',
  'ZillaSlab_600SemiBold',
  'ZillaSlab_700Bold',
  'IBMPlexMono_500Medium',
  'BenchIcons',
];

function filesOf(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesOf(join(folder, entry.name)) : [join(folder, entry.name)],
  );
}

/** Gives a file of the build its content's name, and says the new address. */
function nameByContent(dist, address) {
  const from = join(dist, address);
  const hash = createHash('sha256').update(readFileSync(from)).digest('hex').slice(0, 16);
  const named = address.replace(/(\.[a-z0-9]+)$/, `.${hash}$1`);
  renameSync(from, join(dist, named));
  return named;
}

export function finishBuild(dist) {
  let css = readFileSync(join(dist, 'fonts', 'fonts.css'), 'utf8');
  let preloads = '';
  for (const [address] of css.matchAll(/\/fonts\/[\w-]+\.woff2/g)) {
    const named = nameByContent(dist, address);
    css = css.replace(`(${address})`, `(${named})`);
    if (AT_ONCE.includes(address.slice(7, -6)))
      preloads += `<link rel="preload" href="${named}" as="font" type="font/woff2" crossorigin>`;
  }
  rmSync(join(dist, 'fonts', 'fonts.css'));
  const page = join(dist, 'index.html');
  const html = readFileSync(page, 'utf8')
    .replace('<link rel="stylesheet" href="/fonts/fonts.css" />', () => `${preloads}<style>${css}</style>`)
    .replace('/first.js', nameByContent(dist, '/first.js'));
  writeFileSync(page, html);

  for (const file of filesOf(dist)) {
    if (!COMPRESSED.has(extname(file)) || statSync(file).size < 512) continue;
    const content = readFileSync(file);
    writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: content.length } }),
    );
  }
}

import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { TextDecoder as NodeDecoder } from 'node:util';
import type * as HarfBuzz from 'harfbuzzjs';
import { harfbuzzFont, type LoadedFont } from '../src/artwork';

/**
 * HarfBuzz as the test runner can load it: its package awaits at its top level, which a CommonJS module cannot. Both files
 * are evaluated as they are, with their imports and exports put where a function has them.
 */
export async function loadHarfBuzz(): Promise<typeof HarfBuzz> {
  const folder = join(dirname(require.resolve('harfbuzzjs/dist/harfbuzz.wasm')), '.');
  const module = readFileSync(join(folder, 'harfbuzz.js'), 'utf8')
    .replace(/import\.meta\.url/g, JSON.stringify(`file://${folder}/harfbuzz.js`))
    .replace(/await import\("module"\)/g, '({ createRequire: () => nodeRequire })')
    .replace(/export default \w+;?/, '');
  const index = readFileSync(join(folder, 'index.mjs'), 'utf8')
    .replace(/^import .*$/m, '')
    .replace('init(await createHarfBuzz());', 'init(await createHarfBuzz({ wasmBinary }));')
    .replace(/export \{([^}]*)\};?/, 'return {$1};');
  const run = new Function(
    'nodeRequire',
    'wasmBinary',
    'TextDecoder',
    'process',
    `${module}\nreturn (async () => {${index}})();`,
  ) as (...given: unknown[]) => Promise<typeof HarfBuzz>;
  return run(require, readFileSync(join(folder, 'harfbuzz.wasm')), NodeDecoder, process);
}

/** A font of a package, or of a file of the machine, ready to be set. */
export async function testFont(file: string, isScript = false): Promise<LoadedFont> {
  return harfbuzzFont(
    await loadHarfBuzz(),
    readFileSync(file.startsWith('/') ? file : require.resolve(`@expo-google-fonts/${file}`)),
    isScript,
  );
}

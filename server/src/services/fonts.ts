import type { Here } from '../here';
import type { FontView } from '@keen-anvil/contract';
import { USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { Problem, refused } from '../problem';
import { insertFont, listFonts } from '../queries/fonts';

/** Keeps a font of the maker's own, once it has set a text. */
export async function keepFont(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  font: { id: string; fileName: string; bytes: Buffer },
): Promise<FontView[]> {
  if (!/\.(ttf|otf)$/i.test(font.fileName))
    throw refused(`A font in TTF or OTF form was expected; “${font.fileName}” came.`, 'file');
  const tried = await heavy.readArtwork(here, {
    source: 'text',
    choices: { ...USUAL_TEXT, words: 'Aa1', fontId: font.id },
    fileName: font.fileName,
    bytes: null,
    fonts: new Map([[font.id, font.bytes]]),
  });
  if (tried.refusal !== null) throw refused(tried.refusal, 'file');
  return inTransaction(here, pool, async (db) => {
    const name = font.fileName.replace(/\.(ttf|otf)$/i, '').slice(0, 120);
    if (!(await insertFont(db, here.workshopId, { ...font, name })))
      throw new Problem(409, 'exists', 'This font is there already.');
    return listFonts(db, here.workshopId);
  });
}

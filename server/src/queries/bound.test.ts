import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Statements that are of no workshop, each with why. */
const OF_NONE: Record<string, string> = {
  listCardless: 'the start fills in what older versions left open, workshop by workshop',
  listUnknownFits: 'the start fills in what older versions left open, workshop by workshop',
  listUnreckonedRuns: 'the start fills in what older versions left open, workshop by workshop',
  takeDueRun: 'whichever server looks first closes what is due, in any workshop',
  takeWaitingSeries: 'whichever server looks first begins what waits, in any workshop',
  takeDueSheet: 'whichever server looks first closes what is due, in any workshop',
  secondsToNextDue: 'when it is to be looked again, in any workshop',
  forgetOperations: 'what was done a week ago is forgotten everywhere',
  clockNow: 'the clock of the server',
  tellOfRun: 'a notice that holds nothing but an id',
  lockImports: 'a lock that is named by the workshop',
};
/** Statements about a workshop itself: its own id binds them. */
const OF_THE_WORKSHOP = new Set([
  'findRates',
  'insertQuote',
  'replaceNails',
  'listWorkshops',
  'findWorkshop',
  'insertWorkshop',
  'archiveWorkshop',
]);
/** Parts of statements that are bound where they are put together. */
const PARTS = new Set([
  'LAST_OF_GROUP',
  'UNDO',
  'REDO',
  'OF_PARTS',
  'RUN_SELECT',
  'all',
  'readShop',
  'listAlike',
  'searchCountSql',
]);

const SERVER = join(__dirname, '..');
const TEXT = /(`(?:[^`\\]|\\.)*`|'(?:[^'\\\n]|\\.)*')/g;
const isStatement = (text: string) =>
  /^\W*(SELECT|INSERT INTO|UPDATE|DELETE FROM|WITH)\b.* /s.test(text) && /\b(FROM|INTO|UPDATE|SELECT)\b/.test(text);
const isBound = (text: string) =>
  /\bworkshop_id = \$\d|INSERT INTO \w+ \((id, )?workshop_id,|\bworkshop_id = ANY/i.test(text);

/** Each statement of a folder, with the function or constant that it stands in. */
function statementsIn(folder: string): { where: string; text: string }[] {
  return readdirSync(join(SERVER, folder))
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .flatMap((file) => {
      const source = readFileSync(join(SERVER, folder, file), 'utf8');
      return [...source.matchAll(TEXT)]
        .filter(([text]) => isStatement(text))
        .map(({ 0: text, index }) => {
          const names = [...source.slice(0, index).matchAll(/(?:function|const) (\w+)/g)];
          return { where: names.at(-1)?.[1] ?? file, text };
        });
    });
}

describe('the statements of the server', () => {
  const all = statementsIn('queries');

  it('are bound to their workshop, but for those that are of none', () => {
    expect(all.length).toBeGreaterThan(200);
    const unbound = all.filter(({ text }) => !isBound(text)).map(({ where }) => where);
    const allowed = (name: string) => name in OF_NONE || OF_THE_WORKSHOP.has(name) || PARTS.has(name);
    expect(unbound.filter((name) => !allowed(name))).toEqual([]);
    // What is listed above and bound by now, or gone, is taken off the list.
    const named = [...Object.keys(OF_NONE), ...OF_THE_WORKSHOP, ...PARTS];
    expect(named.filter((name) => !unbound.includes(name))).toEqual([]);
  });

  it('stand in queries alone', () => {
    for (const folder of ['services', 'routes', 'exchange', 'standin', 'print', 'heavy'])
      expect([folder, statementsIn(folder).map(({ where }) => where)]).toEqual([folder, []]);
  });
});

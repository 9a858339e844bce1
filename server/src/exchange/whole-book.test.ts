import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { addresses, type BookFile, type ImportPreview } from '@keen-anvil/contract';
import request from 'supertest';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
  // What the demo has none of: a tool that was replaced, and a revision that went back to one before.
  await server.pool.query(
    `INSERT INTO tool_life (workshop_id, tool_id, number, wear, began_at, ended_at, note)
     SELECT workshop_id, id, 1, 12, now() - interval '9 days', now(), 'worn' FROM tool LIMIT 1`,
  );
  await server.pool.query(
    `UPDATE recipe_revision SET returned_to = 1 WHERE ctid = (SELECT ctid FROM recipe_revision WHERE number > 1 LIMIT 1)`,
  );
});
afterAll(() => server.close());

const textOf = async (path: string): Promise<string> => {
  const { body } = await request(server.app)
    .get(path)
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () => done(null, Buffer.concat(parts).toString('utf8')));
    })
    .expect(200);
  return body as string;
};
const bring = async (file: string, name: string): Promise<ImportPreview> =>
  (
    await request(server.app)
      .post(addresses.importBook({ fileName: name, preview: true, leaveOut: false }))
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(file))
      .expect(200)
  ).body as ImportPreview;

/** What stands for whole lists of names: facts of a kind of tool, dials, quantities. */
const OPEN = new Set(['details', 'settings', 'typed', 'changes']);

/** The names of all fields within some records. */
function fieldsOf(value: unknown, found = new Set<string>()): Set<string> {
  if (Array.isArray(value)) for (const each of value) fieldsOf(each, found);
  else if (typeof value === 'object' && value !== null)
    for (const [name, inside] of Object.entries(value)) {
      found.add(name);
      if (!OPEN.has(name)) fieldsOf(inside, found);
    }
  return found;
}

const OF_ALL = ['workshop_id', 'version', 'archived_at', 'created_at', 'updated_at'];
/** Columns of the book's tables that its file does not name as they are: what they are for, or by what they are told. */
const TOLD_OTHERWISE: Readonly<Record<string, readonly string[]>> = {
  machine: [...OF_ALL, 'head_down_s', 'head_up_s', 'are_fits_known'],
  tool: OF_ALL,
  tool_life: [...OF_ALL, 'tool_id'],
  // The spread is that of its readings.
  material: [...OF_ALL, 'photo_id', 'spread_mm'],
  stock_piece: [...OF_ALL, 'material_id'],
  // What it is found by is worked out of what it stands on, its temper of its evidence.
  recipe: [...OF_ALL, 'words', 'fits', 'temper', 'temper_tally', 'last_used_at', 'sort_name', 'sort_machine'],
  // Revisions stand in the order of their numbers.
  recipe_revision: ['workshop_id', 'recipe_id', 'number', 'tuning_id'],
  recipe_variant: ['workshop_id', 'recipe_id'],
};
const camel = (column: string): string => column.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase());

describe('the whole book', () => {
  it('has no field that docs/formats.md does not list', async () => {
    const words = readFileSync(join(__dirname, '../../../docs/formats.md'), 'utf8');
    const section = words.slice(words.indexOf('## Book, JSON'), words.indexOf('## Book, CSV'));
    const listed = new Set([...section.matchAll(/`(\w+)`/g)].map(([, name]) => name));
    const fields = [...fieldsOf(JSON.parse(await textOf(addresses.bookAsJson())))];
    expect(fields.length).toBeGreaterThan(80);
    expect(fields.filter((name) => !listed.has(name))).toEqual([]);
  });

  it('leaves no column of its records out', async () => {
    const { rows } = await server.pool.query<{ table: string; column: string }>(
      `SELECT table_name AS "table", column_name AS "column" FROM information_schema.columns
       WHERE table_schema = current_schema() AND table_name = ANY ($1)`,
      [Object.keys(TOLD_OTHERWISE)],
    );
    const told = fieldsOf(JSON.parse(await textOf(addresses.bookAsJson())));
    const forgotten = rows.filter(
      ({ table, column }) => !TOLD_OTHERWISE[table].includes(column) && !told.has(camel(column)),
    );
    expect(rows.length).toBeGreaterThan(80);
    expect(forgotten).toEqual([]);
  });

  it('changes nothing where it is brought in again as it came out, as CSV and as JSON', async () => {
    for (const format of ['csv', 'json'] as const) {
      const { counts, rows } = await bring(
        await textOf(format === 'json' ? addresses.bookAsJson() : addresses.bookAsCsv()),
        `book.${format}`,
      );
      expect(rows.filter(({ fate }) => fate !== 'same').slice(0, 3)).toEqual([]);
      expect(counts).toMatchObject({ new: 0, changed: 0, refused: 0 });
      expect(counts.same).toBeGreaterThan(20);
    }
  });

  it('lists all of a table’s columns in docs/formats.md', async () => {
    const words = readFileSync(join(__dirname, '../../../docs/formats.md'), 'utf8');
    const section = words.slice(words.indexOf('## Book, CSV'), words.indexOf('## Cards and labels'));
    const head = (await textOf(addresses.bookAsCsv()))
      .replace(/^\uFEFF/, '')
      .split(/\r?\n/)[0]
      .split(',');
    for (const name of head) expect(section).toContain(name.replaceAll('"', ''));
    expect((JSON.parse(await textOf(addresses.bookAsJson())) as BookFile).recipes.length).toBeGreaterThan(20);
  });
});

import { AT_START, byItself } from '../server/src/here';
import type { Pool } from 'pg';
import { COLOURS, FAMILIES, KINDS, PROCESSES } from './big-book';
import { DEMO_WORKSHOP_ID, inTransaction, refreshCards } from './server';

/** How much a workshop has gathered. */
export interface Grown {
  materials: number;
  jobs: number;
}

/** An id (RFC 9562, version 4 by its form) for what an expression of SQL says. */
const idOf = (text: string): string => `overlay(overlay(md5(${text}) placing '4' from 13) placing '8' from 17)::uuid`;

/** The job of the demo that every job of the past is like, and how many of its runs each has. */
const LIKE = 'Boat numbers, spring set';
const RUNS = 6;

/**
 * Makes the demo's workshop one with years behind it: so many materials with a piece and ten recipes each (on ten plotters, of
 * which the demo's two are two), a trial for every tenth recipe, and so many jobs that are done, with six runs each.
 */
export async function growShop(pool: Pool, { materials, jobs }: Grown): Promise<void> {
  const w = DEMO_WORKSHOP_ID;
  await inTransaction(AT_START, pool, async (db) => {
    await db.query('SET LOCAL statement_timeout = 0');
    const copies = async (table: string, where: string, change: string, count: number, values: unknown[] = []) =>
      db.query(
        `INSERT INTO ${table} SELECT x.* FROM generate_series(1, $2::int) n, ${table} t,
           LATERAL jsonb_populate_record(NULL::${table}, to_jsonb(t) || ${change}) x WHERE t.workshop_id = $1 AND ${where}`,
        [w, count, ...values],
      );
    const other = (column: string) => `md5(t.${column}::text || n)::uuid`;

    // Ten plotters, each with a blade and a stylus of its own name.
    await copies(
      'machine',
      `t.name = 'Long plotter'`,
      `jsonb_build_object('id', ${other('id')}, 'name', 'Plotter ' || n)`,
      8,
    );
    await db.query(
      `INSERT INTO machine_dial SELECT x.* FROM generate_series(1, 8) n, machine_dial t, machine m,
         LATERAL jsonb_populate_record(NULL::machine_dial, to_jsonb(t) || jsonb_build_object('machine_id', md5(t.machine_id::text || n)::uuid)) x
       WHERE t.workshop_id = $1 AND m.workshop_id = $1 AND m.id = t.machine_id AND m.name = 'Long plotter'`,
      [w],
    );
    await db.query(
      `INSERT INTO tool (workshop_id, id, name, kind, details, wear) SELECT $1, md5(k || n)::uuid, initcap(split_part(k, '-', 1)) || ' tool ' || n, k, '{}', 0
       FROM generate_series(1, 10) n, unnest(ARRAY['deep-blade', 'stylus']) k`,
      [w],
    );
    await db.query(
      `INSERT INTO material (workshop_id, id, name, family, finish, colour, thickness_mm, smallest_detail_mm, mirrored, facing, default_process)
       SELECT $1, ${idOf(`'material' || i`)}, kinds[1 + i % 10] || ', ' || colours[1 + (i / 10) % 10] || ' no. ' || i, families[1 + i % 10], 'matt', '#1d2f5c', 0.05 + (i % 60) * 0.05, 1, false, '', 'kiss-cut'
       FROM generate_series(1, $2::int) i, (SELECT $3::text[] AS kinds, $4::text[] AS colours, $5::text[] AS families) v`,
      [w, materials, KINDS, COLOURS, FAMILIES],
    );
    await db.query(
      `INSERT INTO stock_piece (workshop_id, id, material_id, kind, name, width_mm, length_mm, count)
       SELECT $1, md5('piece' || i)::uuid, ${idOf(`'material' || i`)}, 'sheet', 'Sheet 300 × 300', 300, 300, 1 + i % 4 FROM generate_series(1, $2::int) i`,
      [w, materials],
    );
    await db.query('ANALYZE');
    await db.query(
      `INSERT INTO recipe (workshop_id, id, machine_id, tool_id, material_id, process)
       SELECT $1, md5(m.id::text || p || a.n)::uuid, a.id, md5(CASE WHEN p = 'deboss' THEN 'stylus' ELSE 'deep-blade' END || (1 + m.n % 10))::uuid, m.id, p
       FROM (SELECT id, row_number() OVER (ORDER BY id) AS n FROM material WHERE workshop_id = $1 AND name LIKE '% no. %') m CROSS JOIN unnest($2::text[]) p
         JOIN (SELECT id, row_number() OVER (ORDER BY id) AS n FROM machine WHERE workshop_id = $1 AND kind = 'plotter') a ON a.n IN (1 + m.n % 10, 1 + (m.n + 3) % 10)`,
      [w, PROCESSES],
    );
    await db.query('ANALYZE');
    await db.query(
      `INSERT INTO recipe_revision (workshop_id, recipe_id, number, settings, source, reason)
       SELECT r.workshop_id, r.id, 1, jsonb_build_object('force', 1 + abs(hashtext(r.id::text)) % 30, 'speed', 1 + abs(hashtext(r.id::text || 's')) % 10, 'passes', 1), 'other-maker', 'tried on a corner'
       FROM recipe r JOIN material m ON m.workshop_id = r.workshop_id AND m.id = r.material_id WHERE r.workshop_id = $1 AND m.name LIKE '% no. %'`,
      [w],
    );
    await db.query(
      `INSERT INTO trial (id, workshop_id, recipe_id, settings, outcome, made_at)
       SELECT md5('trial' || v.recipe_id)::uuid, $1, v.recipe_id, v.settings, 'right', now() - make_interval(days => abs(hashtext(v.recipe_id::text)) % 900)
       FROM recipe_revision v JOIN recipe r ON r.workshop_id = v.workshop_id AND r.id = v.recipe_id JOIN material m ON m.workshop_id = r.workshop_id AND m.id = r.material_id
       WHERE v.workshop_id = $1 AND m.name LIKE '% no. %' AND abs(hashtext(v.recipe_id::text)) % 10 = 0`,
      [w],
    );

    const of = `t.job_id = (SELECT id FROM job WHERE workshop_id = $1 AND name = '${LIKE}')`;
    const job = `'job_id', ${other('job_id')}`;
    await copies(
      'job',
      `t.name = '${LIKE}'`,
      `jsonb_build_object('id', ${other('id')}, 'name', 'Boat numbers, set ' || n, 'updated_at', now() - make_interval(hours => n))`,
      jobs,
    );
    await copies('artwork', of, `jsonb_build_object('id', ${other('id')}, ${job})`, jobs);
    await copies(
      'artwork_reading',
      `t.artwork_id IN (SELECT a.id FROM artwork a JOIN job j ON j.id = a.job_id WHERE j.name = '${LIKE}')`,
      `jsonb_build_object('artwork_id', ${other('artwork_id')})`,
      jobs,
    );
    await copies('job_step', of, `jsonb_build_object('id', ${other('id')}, ${job})`, jobs);
    await copies('job_sheet', of, `jsonb_build_object('id', ${other('id')}, ${job})`, jobs);
    // All of its parts are lines of its drawing.
    const drawing = `t.making->>'drawingId'`;
    await copies(
      'job_part',
      of,
      `jsonb_build_object('id', ${other('id')}, 'step_id', ${other('step_id')}, ${job},
        'making', replace(t.making::text, ${drawing}, md5((${drawing}) || n)::uuid::text)::jsonb)`,
      jobs,
    );
    await copies(
      'placement',
      of,
      `jsonb_build_object('id', ${other('id')}, 'part_id', ${other('part_id')}, 'sheet_id', ${other('sheet_id')}, ${job})`,
      jobs,
    );
    await copies(
      'run_series',
      of,
      `jsonb_build_object('id', ${other('id')}, ${job}, 'is_open', false, 'created_at', t.created_at - make_interval(hours => n))`,
      jobs,
    );
    await copies(
      'run',
      `${of} AND t.id IN (SELECT id FROM run r WHERE r.job_id = t.job_id ORDER BY created_at, id LIMIT ${RUNS})`,
      `jsonb_build_object('id', ${other('id')}, 'series_id', ${other('series_id')}, 'step_id', ${other('step_id')}, ${job}, 'created_at', t.created_at - make_interval(hours => n), 'finished_at', t.finished_at - make_interval(hours => n))`,
      jobs,
    );
    // One material of which everything was kept, as a maker of tags keeps offcuts.
    await db.query(
      `INSERT INTO stock_piece (workshop_id, id, material_id, kind, name, width_mm, length_mm, count)
       SELECT $1, md5('offcut' || i)::uuid, ${idOf(`'material1'`)}, 'offcut', 'Offcut ' || i, 40 + i % 260, 30 + i % 170, 1 FROM generate_series(1, 2000) i`,
      [w],
    );
    // Pressings and quotes of the past, one for most jobs; each like one of the demo.
    const past = `(SELECT id, row_number() OVER (ORDER BY id) AS k FROM job WHERE workshop_id = $1 AND name LIKE '%, set %')`;
    await db.query(
      `INSERT INTO pressing SELECT x.* FROM ${past} j JOIN (SELECT *, row_number() OVER (ORDER BY id) AS k, count(*) OVER () AS all_of FROM pressing WHERE workshop_id = $1) t ON t.k = 1 + j.k % t.all_of,
         LATERAL jsonb_populate_record(NULL::pressing, to_jsonb(t) || jsonb_build_object('id', md5('pressing' || j.k)::uuid, 'job_id', j.id, 'state', 'done')) x WHERE j.k <= 2000`,
      [w],
    );
    await db.query(
      `INSERT INTO quote SELECT x.* FROM ${past} j JOIN (SELECT *, row_number() OVER (ORDER BY id) AS k, count(*) OVER () AS all_of FROM quote WHERE workshop_id = $1) t ON t.k = 1 + j.k % t.all_of,
         LATERAL jsonb_populate_record(NULL::quote, to_jsonb(t) || jsonb_build_object('id', md5('quote' || j.k)::uuid, 'job_id', j.id, 'number', 1000 + j.k)) x WHERE j.k <= 2000`,
      [w],
    );
    // Each run with a recipe of its own kind: no maker runs one recipe eighteen thousand times.
    await db.query(
      `UPDATE run r SET recipe_id = n.recipe_id FROM (
         SELECT x.id, c.id AS recipe_id FROM (SELECT r.id, row_number() OVER (ORDER BY r.id) AS k FROM run r JOIN job j ON j.id = r.job_id WHERE r.workshop_id = $1 AND j.name LIKE '%, set %') x
           JOIN (SELECT c.id, row_number() OVER (ORDER BY c.id) AS k FROM recipe c JOIN machine a ON a.workshop_id = c.workshop_id AND a.id = c.machine_id WHERE c.workshop_id = $1 AND a.name = 'Long plotter' AND c.process = 'kiss-cut') c ON c.k = 1 + x.k % 1000) n
       WHERE n.id = r.id`,
      [w],
    );
  });
  const { rows } = await pool.query<{ id: string }>(`SELECT id FROM recipe WHERE sort_name = ''`);
  for (let from = 0; from < rows.length; from += 10_000)
    await inTransaction(AT_START, pool, (db) =>
      refreshCards(
        byItself(w),
        db,
        rows.slice(from, from + 10_000).map(({ id }) => id),
      ),
    );
  await pool.query('VACUUM ANALYZE');
}

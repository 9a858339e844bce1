// Databases on a PostgreSQL that runs. `pg` is loaded late: it is not there before the packages are.

async function asAdmin(adminUrl, work) {
  const { default: pg } = await import('pg');
  const admin = new pg.Client({ connectionString: adminUrl });
  await admin.connect();
  try {
    await work(admin);
  } finally {
    await admin.end();
  }
}

/** Makes the database unless it is there. */
export function ensureDatabase(adminUrl, name) {
  return asAdmin(adminUrl, async (admin) => {
    const { rowCount } = await admin.query('SELECT 1 FROM pg_database WHERE datname = $1', [name]);
    if (!rowCount) await admin.query(`CREATE DATABASE ${name}`);
  });
}

/** Makes the database empty, in place of one that was there before. */
export function remakeDatabase(adminUrl, name) {
  return asAdmin(adminUrl, async (admin) => {
    await admin.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
    await admin.query(`CREATE DATABASE ${name}`);
  });
}

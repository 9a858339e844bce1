/* eslint-disable @typescript-eslint/consistent-type-imports -- what is loaded by hand has its types by hand */
import { createRequire } from 'node:module';

/** The server's modules find their files beside themselves, which they only can when they are loaded as they are in the server. */
const load = createRequire(import.meta.url);

load('reflect-metadata');
export const { createPool, inTransaction } = load('../server/src/db/pool') as typeof import('../server/src/db/pool');
export const { migrate } = load('../server/src/db/migrate') as typeof import('../server/src/db/migrate');
export const { insertMachine } = load(
  '../server/src/queries/machines',
) as typeof import('../server/src/queries/machines');
export const { insertTool } = load('../server/src/queries/tools') as typeof import('../server/src/queries/tools');
export const { searchCountSql, searchPageSql, searchValues } = load(
  '../server/src/queries/recipe-search',
) as typeof import('../server/src/queries/recipe-search');
export const { refreshCards } = load('../server/src/services/cards') as typeof import('../server/src/services/cards');
export const { searchFrom, toQuery } = load(
  '../server/src/services/book-search',
) as typeof import('../server/src/services/book-search');
export const { assemble } = load('../server/src/parts') as typeof import('../server/src/parts');
export const { importBook } = load(
  '../server/src/exchange/import-book',
) as typeof import('../server/src/exchange/import-book');
export const { HeavyPool } = load('../server/src/heavy/pool') as typeof import('../server/src/heavy/pool');
export const { createApp } = load('../server/src/app') as typeof import('../server/src/app');
export const { DEMO_WORKSHOP_ID } = load('../server/src/workshop') as typeof import('../server/src/workshop');
export const { demoId } = load('../server/src/demo/ids') as typeof import('../server/src/demo/ids');
export const { readArtwork } = load(
  '../server/src/heavy/read-artwork',
) as typeof import('../server/src/heavy/read-artwork');
export const { killDrill, killOne, loseSessions } = load(
  '../server/testing/kill-drill',
) as typeof import('../server/testing/kill-drill');
export const { ServerProcess } = load(
  '../server/testing/server-process',
) as typeof import('../server/testing/server-process');
export const { prepareDatabase } = load('../server/src/prepare') as typeof import('../server/src/prepare');
export const { bottomless, HOSTILE, placesIn, withValue } = load(
  '../server/testing/hostile',
) as typeof import('../server/testing/hostile');
export const { lookAround, WRITE_ROUTES } = load(
  '../server/testing/route-table',
) as typeof import('../server/testing/route-table');

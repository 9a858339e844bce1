import { test as base } from '@playwright/test';
import { workshops } from './workshops';

/** A test on the server of its worker: what other workers do is not seen there. */
export const test = base.extend({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads from this pattern what a fixture stands on
  baseURL: async ({}, use, { parallelIndex }) => use(workshops()[parallelIndex].address),
});

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '../..');
const architecture = readFileSync(join(root, 'docs/architecture.md'), 'utf8');
const listed = (after: string): string[] =>
  new RegExp(`${after}[^\`]*\`([^\`]+)\``).exec(architecture)![1].split(/\s+/).sort();
const foldersIn = (path: string): string[] =>
  readdirSync(join(root, path), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
    .sort();

describe('the house as it is drawn', () => {
  it('has the subjects of core that there are', () => {
    expect(listed('Subjects of core: ')).toEqual(foldersIn('core/src'));
  });

  it('has the features of the app that there are, in the order that the linter holds', () => {
    const drawn = listed('Features of the app, in their order: ');
    expect([...drawn, 'cable'].sort()).toEqual(foldersIn('app/features'));
    const linter = readFileSync(join(root, 'eslint.config.mjs'), 'utf8');
    const held = [.../const FEATURES = \[([^\]]+)\]/.exec(linter)![1].matchAll(/'(\w+)'/g)].map(([, name]) => name);
    expect(held.sort()).toEqual(drawn);
  });
});

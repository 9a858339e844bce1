import { QueryClient } from '@tanstack/react-query';
import { followChange } from './changes';
import { rememberWrite } from './own-writes';

const held = () => {
  const client = new QueryClient();
  for (const key of [['jobs', 'one', 'a'], ['runs', 'a'], ['bench'], ['path', 'of it']]) client.setQueryData(key, 1);
  const stale = () =>
    client
      .getQueryCache()
      .getAll()
      .filter(({ state }) => state.isInvalidated)
      .map(({ queryKey }) => queryKey[0]);
  return { client, stale };
};

describe('a change of another phone', () => {
  it('has all asked for anew that it may be seen in, and nothing that is kept by what it is of', () => {
    const { client, stale } = held();
    followChange(client, [{ at: '/api/jobs/a/parts', key: 'write of the other' }]);
    expect(stale()).toEqual(['jobs', 'runs', 'bench']);
  });

  it('moves only the runs where a file goes over a cable, line by line', () => {
    const { client, stale } = held();
    followChange(client, [{ at: '/api/runs/r/cable', key: 'write of the other' }]);
    expect(stale()).toEqual(['runs', 'bench']);
  });

  it('is none where this page has made it itself', () => {
    const { client, stale } = held();
    rememberWrite('own write');
    followChange(client, [{ at: '/api/jobs/a/parts', key: 'own write' }]);
    expect(stale()).toEqual([]);
    followChange(client, [{ at: null, key: null }]);
    expect(stale()).toEqual(['jobs', 'runs', 'bench']);
  });
});

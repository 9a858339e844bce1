import { QueryClient } from '@tanstack/react-query';
import { touched } from './ask';

describe('a change', () => {
  it('has only that asked for anew in which it is seen', async () => {
    const client = new QueryClient();
    const keys = [['machines'], ['materials', 'page'], ['recipes', 'one', 'r'], ['workshops'], ['inspection', 's']];
    for (const key of keys) client.setQueryData(key, 'fetched');
    await touched(client, 'material');
    const stale = keys.filter((key) => client.getQueryState(key)!.isInvalidated);
    expect(stale).toEqual([
      ['materials', 'page'],
      ['recipes', 'one', 'r'],
    ]);
    client.clear();
  });
});

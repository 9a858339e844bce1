import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { drainOf } from './drain';

const listening = async (server: Server): Promise<string> => {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
};

describe('a server that is told to stop', () => {
  it('takes what came while it was too busy to look, and answers all of it', async () => {
    const server = createServer((_request, response) => response.end('here'));
    const drain = drainOf(server);
    const address = await listening(server);
    const drained = drain();
    const answers = Array.from({ length: 20 }, () => fetch(address).then((response) => response.text()));
    // Busy for longer than a quiet moment lasts: what was asked waits at the door.
    const until = performance.now() + 1500;
    while (performance.now() < until);
    expect(await Promise.all(answers)).toEqual(Array(20).fill('here'));
    await drained;
    await expect(fetch(address)).rejects.toThrow();
  });
});

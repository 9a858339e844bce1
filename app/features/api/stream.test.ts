import { callStreamed } from './stream';

/** An answer that comes in these pieces. */
function answerWith(pieces: string[], status = 200): void {
  const encoder = new TextEncoder();
  let at = 0;
  const body = {
    getReader: () => ({
      read: () =>
        Promise.resolve(
          at < pieces.length ? { value: encoder.encode(pieces[at++]), done: false } : { value: undefined, done: true },
        ),
    }),
  };
  global.fetch = jest.fn().mockResolvedValue({
    ok: status < 400,
    status,
    body,
    json: () => Promise.resolve(JSON.parse(pieces.join(''))),
  }) as never;
}

describe('an answer that comes line by line', () => {
  it('tells how far it is, and gives the result, however the lines are cut up', async () => {
    answerWith([
      '{"progress":0.2,"doing":"Rea',
      'ding"}\n{"progress":0.9,"doing":"Joining"}\n',
      '{"answer":{"id":',
      '"job"}}\n',
    ]);
    const told = jest.fn();
    await expect(callStreamed('/x', { method: 'POST', body: {}, told })).resolves.toEqual({ id: 'job' });
    expect(told.mock.calls.map(([at]) => at.doing)).toEqual(['Reading', 'Joining']);
  });

  it('throws what the server says is wrong, before or in the middle', async () => {
    answerWith([
      '{"progress":0.2,"doing":"Reading"}\n{"problem":{"code":"refused","message":"“x.svg” is empty.","field":"file"},"status":422}\n',
    ]);
    await expect(callStreamed('/x', { method: 'PUT', body: {} })).rejects.toMatchObject({
      message: '“x.svg” is empty.',
      status: 422,
      field: 'file',
    });
    answerWith(['{"error":{"code":"too-large","message":"That is too large."}}'], 413);
    await expect(callStreamed('/x', { method: 'PUT', body: {} })).rejects.toMatchObject({
      message: 'That is too large.',
      status: 413,
    });
  });

  it('says when the answer breaks off', async () => {
    answerWith(['{"progress":0.2,"doing":"Reading"}\n']);
    await expect(callStreamed('/x', { method: 'POST', body: {} })).rejects.toMatchObject({ code: 'broken-off' });
  });

  it('says that the server cannot be reached when the line goes dead in the middle', async () => {
    answerWith(['{"progress":0.2,"doing":"Reading"}\n']);
    const { body } = await global.fetch('/x');
    const reader = body!.getReader();
    let isFirst = true;
    const read = () => (isFirst ? ((isFirst = false), reader.read()) : Promise.reject(new TypeError('network error')));
    global.fetch = jest
      .fn()
      .mockResolvedValue({ ok: true, status: 200, body: { getReader: () => ({ read }) } }) as never;
    await expect(callStreamed('/x', { method: 'POST', body: {} })).rejects.toMatchObject({
      code: 'offline',
      status: 0,
    });
  });
});

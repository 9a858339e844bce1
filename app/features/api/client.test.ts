import { ApiError, call } from './client';

const answer = (status: number, body: unknown) =>
  jest.fn().mockResolvedValue({ ok: status < 400, status, json: () => (body === undefined ? Promise.reject(new Error('no JSON')) : Promise.resolve(body)) });
const failure = (promise: Promise<unknown>): Promise<ApiError> => promise.then(() => Promise.reject(new Error('It was taken.')), (error: ApiError) => error);

const before = globalThis.fetch;
afterEach(() => void (globalThis.fetch = before));

describe('asking the server', () => {
  it('hands on the answer', async () => {
    const fetch = (globalThis.fetch = answer(200, { name: 'Bench' }));
    await expect(call('/api/bench')).resolves.toEqual({ name: 'Bench' });
    expect(fetch).toHaveBeenCalledWith('/api/bench', expect.objectContaining({ method: 'GET', body: undefined }));
  });

  it('hands on the server’s own sentence, the field and the newer row', async () => {
    globalThis.fetch = answer(409, { error: { code: 'stale', message: 'This recipe was changed in the meantime.', current: { version: 3 } } });
    const error = await failure(call('/api/recipes/1', { method: 'POST', body: {} }));
    expect(error).toBeInstanceOf(ApiError);
    expect(error).toMatchObject({ status: 409, code: 'stale', message: 'This recipe was changed in the meantime.', current: { version: 3 } });
  });

  it('says so where the server cannot be reached or talks nonsense', async () => {
    globalThis.fetch = jest.fn().mockRejectedValue(new TypeError('failed'));
    expect(await failure(call('/api/bench'))).toMatchObject({ code: 'offline', message: expect.stringContaining('cannot be reached') });
    globalThis.fetch = answer(502, undefined);
    expect((await failure(call('/api/bench'))).code).toBe('unreadable');
  });
});

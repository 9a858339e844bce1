import { act, renderHook } from '@testing-library/react-native';
import { useBookAway } from './book-away';
import { ApiError, call } from './client';

const answer = (status: number, body: unknown) =>
  jest.fn().mockResolvedValue({
    ok: status < 400,
    status,
    json: () => (body === undefined ? Promise.reject(new Error('no JSON')) : Promise.resolve(body)),
  });
const failure = (promise: Promise<unknown>): Promise<ApiError> =>
  promise.then(
    () => Promise.reject(new Error('It was taken.')),
    (error: ApiError) => error,
  );

const before = globalThis.fetch;
afterEach(() => void (globalThis.fetch = before));

describe('asking the server', () => {
  it('hands on the answer', async () => {
    const fetch = (globalThis.fetch = answer(200, { name: 'Bench' }));
    await expect(call('/api/bench')).resolves.toEqual({ name: 'Bench' });
    expect(fetch).toHaveBeenCalledWith('/api/bench', expect.objectContaining({ method: 'GET', body: undefined }));
  });

  it('hands on the server’s own sentence, the field and the newer row', async () => {
    globalThis.fetch = answer(409, {
      error: { code: 'stale', message: 'This recipe was changed in the meantime.', current: { version: 3 } },
    });
    const error = await failure(call('/api/recipes/1', { method: 'POST', body: {} }));
    expect(error).toBeInstanceOf(ApiError);
    expect(error).toMatchObject({
      status: 409,
      code: 'stale',
      message: 'This recipe was changed in the meantime.',
      current: { version: 3 },
    });
  });

  it('names a write, and sends it under the same name again once the book is back', async () => {
    jest.useFakeTimers();
    const away = { error: { code: 'database-away', message: 'Away.' } };
    const say = (status: number, body: unknown) => ({
      ok: status < 400,
      status,
      json: async () => body,
      clone: () => ({ json: async () => body }),
    });
    const fetch = (globalThis.fetch = jest
      .fn()
      .mockResolvedValueOnce(say(503, away))
      .mockResolvedValueOnce(say(503, away))
      .mockResolvedValue(say(200, { name: 'kept' })));
    const { result } = renderHook(() => useBookAway());
    const written = call('/api/jobs', { method: 'POST', body: { name: 'x' } });
    await act(async () => void (await jest.advanceTimersByTimeAsync(100)));
    expect(result.current).toBe(true);
    await act(async () => void (await jest.advanceTimersByTimeAsync(1500)));
    await expect(written).resolves.toEqual({ name: 'kept' });
    expect(result.current).toBe(false);
    const names = fetch.mock.calls.map(
      ([, request]) => (request as { headers: Record<string, string> }).headers['Idempotency-Key'],
    );
    expect(names).toHaveLength(3);
    expect(new Set(names).size).toBe(1);
    expect(names[0]).toMatch(/^[0-9a-f-]{36}$/);
    jest.useRealTimers();
  });

  it('says so where the server cannot be reached or talks nonsense', async () => {
    globalThis.fetch = jest.fn().mockRejectedValue(new TypeError('failed'));
    expect(await failure(call('/api/bench'))).toMatchObject({
      code: 'offline',
      message: expect.stringContaining('cannot be reached'),
    });
    globalThis.fetch = answer(502, undefined);
    expect((await failure(call('/api/bench'))).code).toBe('unreadable');
  });
});

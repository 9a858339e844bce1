import { nameIn, saveFile } from './save-file';

const clicked: { href: string; download: string }[] = [];
beforeEach(() => {
  clicked.length = 0;
  URL.createObjectURL = jest.fn(() => 'blob:file');
  URL.revokeObjectURL = jest.fn();
  globalThis.document = {
    createElement: () => ({
      href: '',
      download: '',
      click(this: { href: string; download: string }) {
        clicked.push({ href: this.href, download: this.download });
      },
    }),
  } as unknown as Document;
});
const answer = (response: object) => void (globalThis.fetch = jest.fn(async () => response) as unknown as typeof fetch);

describe('a file from the server', () => {
  it('is handed over under the name the server gives it', async () => {
    answer({
      ok: true,
      headers: { get: () => 'attachment; filename="trial sheet 1.gcode"' },
      blob: async () => 'bytes',
    });
    await saveFile('/api/trial-sheets/1/machine-file');
    expect(clicked).toEqual([{ href: 'blob:file', download: 'trial sheet 1.gcode' }]);
    expect(URL.revokeObjectURL).toHaveBeenCalledWith('blob:file');
  });

  it.each([
    ['attachment; filename="?tiquettes.pdf"; filename*=UTF-8\'\'%C3%89tiquettes.pdf', 'Étiquettes.pdf'],
    ['attachment; filename="???.pdf"; filename*=UTF-8\'\'%E8%88%B9%E5%90%8D.pdf', '船名.pdf'],
    ['attachment; filename="a \\"good\\" one.csv"', 'a "good" one.csv'],
    ['attachment; filename=plain.csv', 'plain.csv'],
    ['attachment; filename="kept.csv"; filename*=UTF-8\'\'%E8%8', 'kept.csv'],
    ['', 'file'],
  ])('has its own name, in any alphabet: %s', (disposition, name) => expect(nameIn(disposition)).toBe(name));

  it('that is refused is told in the server’s sentence, and nothing is handed over', async () => {
    answer({
      ok: false,
      status: 422,
      json: async () => ({ error: { code: 'refused', message: 'A press takes no machine file.' } }),
    });
    await expect(saveFile('/x')).rejects.toMatchObject({ message: 'A press takes no machine file.', status: 422 });
    expect(clicked).toEqual([]);
  });

  it('that comes with no sentence, or from a server that is away, is told all the same', async () => {
    answer({ ok: false, status: 500, json: async () => Promise.reject(new Error('no JSON')) });
    await expect(saveFile('/x')).rejects.toThrow('The file could not be fetched.');
    globalThis.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as unknown as typeof fetch;
    await expect(saveFile('/x')).rejects.toThrow('cannot be reached');
  });
});

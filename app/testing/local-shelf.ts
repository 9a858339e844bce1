/** Gives the tests of a file a place that keeps preferences and drafts, as a browser does; empty before each. */
export function keepsOnThisDevice(): void {
  const shelf = new Map<string, string>();
  beforeAll(() => {
    Object.defineProperty(globalThis, 'localStorage', {
      configurable: true,
      value: {
        getItem: (key: string) => shelf.get(key) ?? null,
        setItem: (key: string, value: string) => void shelf.set(key, value),
      },
    });
  });
  afterAll(() => void Reflect.deleteProperty(globalThis, 'localStorage'));
  beforeEach(() => shelf.clear());
}

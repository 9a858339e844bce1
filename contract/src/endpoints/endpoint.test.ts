import { addresses, areas, endpoints, isAddressOf, type Endpoint } from '.';
import { BODIES } from './bodies';

const all = Object.entries<Endpoint>(endpoints);

describe('the address of an endpoint', () => {
  it('has its parts and what is asked, and leaves out what is not said', () => {
    expect(addresses.job({ id: 'a' })).toBe('/api/jobs/a');
    expect(addresses.jobs()).toBe('/api/jobs');
    expect(addresses.jobs({ archived: false, offset: 50 })).toBe('/api/jobs?archived=false&offset=50');
    expect(addresses.materials({ ids: ['a', 'b'] })).toBe('/api/materials?ids=a%2Cb');
    expect(addresses.materials({ ids: [], search: '' })).toBe('/api/materials');
    expect(addresses.bringIn({ id: 'a', artworkId: 'b', fileName: 'Boat 12/48 & co.svg' })).toBe(
      '/api/jobs/a/artworks/b?fileName=Boat+12%2F48+%26+co.svg',
    );
  });

  it('is known again, whatever stands in its parts', () => {
    expect(isAddressOf(endpoints.run, '/api/runs/7')).toBe(true);
    expect(isAddressOf(endpoints.run, '/api/runs/7/cable')).toBe(false);
    expect(isAddressOf(endpoints.reportRun, '/api/runs/7/cable')).toBe(true);
  });
});

describe('the endpoints', () => {
  it('stand in one area each, under a name of their own', () => {
    const names = Object.values(areas).flatMap((area) => Object.keys(area));
    expect(new Set(names).size).toBe(names.length);
    expect(names.sort()).toEqual(Object.keys(endpoints).sort());
  });

  it('have an address of their own for each method', () => {
    const there = all.map(([, { method, path }]) => `${method} ${path.replace(/:\w+/g, ':')}`);
    expect(there.filter((one, i) => there.indexOf(one) !== i)).toEqual([]);
  });

  it('say what is read under which subject, and what is written', () => {
    const written = all.filter(([, { method, key }]) => method !== 'GET' && !key);
    // A photo stands in nothing before something points at it.
    expect(written.filter(([, { touches }]) => !touches).map(([name]) => name)).toEqual(['keepPhoto']);
  });

  it('have a class for a body only where something is sent that is no file', () => {
    for (const name of Object.keys(BODIES)) {
      const { method, fileUpTo } = endpoints[name as keyof typeof endpoints] as Endpoint;
      expect([name, method === 'GET', fileUpTo]).toEqual([name, false, undefined]);
    }
  });
});

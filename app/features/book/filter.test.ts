import { filterFrom, filterQuery } from './filter';

describe('the filter in the address', () => {
  it('takes what it knows and passes over the rest', () => {
    expect(filterFrom({ search: 'navy', process: 'kiss-cut', id: 'x', luck: '1', temper: 'golden' })).toEqual({
      search: 'navy',
      process: 'kiss-cut',
    });
    expect(filterFrom({ process: 'weld', search: '' })).toEqual({});
  });

  it('is one query for one filter, whatever the order', () => {
    const page = { limit: 50, offset: 100 };
    expect(filterQuery({ process: 'draw', search: 'a b' }, page)).toBe('search=a+b&process=draw&limit=50&offset=100');
    expect(filterQuery({ search: 'a b', process: 'draw' }, page)).toBe(
      filterQuery({ process: 'draw', search: 'a b' }, page),
    );
  });
});

import { fileName } from './file-name';

describe('the name of a file that is handed out', () => {
  it.each([
    [['Boat 12/48', 'step 1'], 'hpgl', 'Boat 12 48 - step 1.hpgl'],
    [['艇の番号', 'book'], 'json', '艇の番号 - book.json'],
    [['..\\secret\u0000', ''], 'pdf', '.. secret.pdf'],
    [['  '], 'csv', 'file.csv'],
    [['x'.repeat(400)], 'csv', `${'x'.repeat(160)}.csv`],
  ])('is in the maker’s own words, without what no file system takes: %j', (words, extension, name) =>
    expect(fileName(words, extension)).toBe(name),
  );
});

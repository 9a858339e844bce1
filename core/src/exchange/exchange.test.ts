import { TextDecoder } from 'node:util';
import fc from 'fast-check';
import { csvRows, decodeText, readBookCsv, TextRefusedError, writeBookCsv, type BookCsvRecipe } from './index';

// The preset puts a decoder of UTF-8 alone in the place of the platform's own.
globalThis.TextDecoder = TextDecoder as typeof globalThis.TextDecoder;

const utf16 = (text: string, isBig: boolean, mark: boolean): Uint8Array => {
  const bytes = [...(mark ? '\uFEFF' : ''), ...text].flatMap((letter) => {
    const code = letter.charCodeAt(0);
    return isBig ? [code >> 8, code & 255] : [code & 255, code >> 8];
  });
  return new Uint8Array(bytes);
};
const utf8 = (text: string) => new TextEncoder().encode(text);

describe('bytes that should be text', () => {
  it('are read as UTF-8 or UTF-16, with or without a mark', () => {
    const text = 'material;force\nBirke 3 mm ü;18\n';
    expect(decodeText(utf8(text))).toBe(text);
    for (const isBig of [true, false])
      for (const mark of [true, false]) expect(decodeText(utf16(text, isBig, mark))).toBe(text);
  });

  it('are refused with line and column where they are something else', () => {
    const bytes = new Uint8Array([...utf8('material,force\nna'), 0xff, ...utf8('vy,16\n')]);
    expect(() => decodeText(bytes)).toThrow(TextRefusedError);
    expect(() => decodeText(bytes)).toThrow('Line 2, column 3:');
  });
});

describe('rows of a table', () => {
  it('know their line, also behind a cell of several lines', () => {
    const { rows } = csvRows('a,b\r\n"one\r\ntwo",2\r\n\r\n3,4\r\n');
    expect(rows).toEqual([
      { line: 1, cells: ['a', 'b'] },
      { line: 2, cells: ['one\r\ntwo', '2'] },
      { line: 5, cells: ['3', '4'] },
    ]);
  });

  it('are parted by commas, semicolons or tabs', () => {
    for (const mark of [',', ';', '\t']) expect(csvRows(`a${mark}b\n1${mark}2\n`).rows[1].cells).toEqual(['1', '2']);
  });

  it('say where a quotation mark is never closed', () => {
    expect(csvRows('a,b\n1,2\n"3,4\n').problems).toEqual([
      { line: 3, message: 'a quotation mark is opened and never closed' },
    ]);
  });
});

describe('the book as a table', () => {
  const recipe = (over: Partial<BookCsvRecipe> = {}): BookCsvRecipe => ({
    material: 'Outdoor vinyl, navy',
    family: 'vinyl',
    thicknessMm: 0.08,
    machine: 'Long plotter',
    tool: 'Fine blade',
    process: 'kiss-cut',
    settings: { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 },
    source: 'own-trial',
    reason: 'clean at 16',
    note: '',
    ...over,
  });
  const rowsOf = (text: string) => {
    const read = readBookCsv(text);
    if (read.rows === null) throw new Error(read.refusal);
    return read.rows;
  };

  it('comes back as it was written, whatever the words in it', () => {
    const words = fc
      .string({ maxLength: 20 })
      .map((text) => text.trim().replace(/\r/g, ''))
      .filter((text) => !text.startsWith("'"));
    const named = words.filter((text) => text.length > 0);
    fc.assert(
      fc.property(named, words, words, fc.integer({ min: 1, max: 40 }), (material, reason, note, force) => {
        const written = recipe({ material, reason, note, settings: { force, speed: 5, passes: 1 } });
        expect(rowsOf(writeBookCsv([{ ...written, temper: 'blue' }]))[0].recipe).toEqual(written);
      }),
    );
  });

  it('keeps choices as words', () => {
    const text = writeBookCsv([
      { ...recipe({ process: 'heat-press', settings: { temperature: 150, dwell: 15, peel: 1 } }), temper: 'straw' },
    ]);
    expect(text).toContain('warm');
    expect(rowsOf(text)[0].recipe!.settings).toEqual({ temperature: 150, dwell: 15, peel: 1 });
  });

  it('takes semicolons, decimal commas, other orders and a label for a process', () => {
    const [row] = rowsOf('Tool;Machine;Process;Material;Force;Overcut\nFine blade;Long plotter;Kiss cut;navy;16;0,4\n');
    expect(row.recipe).toMatchObject({
      material: 'navy',
      process: 'kiss-cut',
      source: 'other-maker',
      thicknessMm: null,
      settings: { force: 16, overcut: 0.4 },
    });
  });

  it.each([
    ['force', 'much', 'Line 2, column force: a number was expected; “much” came.'],
    ['process', 'weld', 'Line 2, column process: one of draw, foil'],
    ['source', 'dream', 'Line 2, column source: one of guess'],
    ['material', '', 'Line 2, column material: it is empty.'],
    ['peel', 'tepid', 'Line 2, column peel: one of hot, warm, cold was expected; “tepid” came.'],
    ['thickness mm', 'thin', 'Line 2, column thickness mm: a number of mm was expected; “thin” came.'],
  ])('refuses a row with a wrong %s in words', (column, value, sentence) => {
    const cells: Record<string, string> = {
      material: 'navy',
      machine: 'Long plotter',
      tool: 'Fine blade',
      process: 'kiss-cut',
      [column]: value,
    };
    const [row] = rowsOf(`${Object.keys(cells).join(',')}\n${Object.values(cells).join(',')}\n`);
    expect(row.problem).toContain(sentence);
  });

  it('refuses a table that is none of ours, and says what is missing', () => {
    const refusal = (text: string) => readBookCsv(text).refusal;
    expect(refusal('')).toContain('the file is empty');
    expect(refusal('a,b\n1,2\n')).toContain('Missing: material, machine, tool, process.');
    expect(refusal('material,machine,tool,process,colour\n')).toContain('column 5: “colour” is no column of a book');
    expect(refusal('material,machine,tool,process,force,force\n')).toContain('the column force stands there twice');
    expect(rowsOf('material,machine,tool,process\na,b,c,draw,5\n')[0].problem).toBe(
      'Line 2: 4 columns were expected; 5 came.',
    );
  });
});

describe('cells that could be taken for something else', () => {
  const row = (over: Partial<BookCsvRecipe>): BookCsvRecipe & { temper: string } => ({
    material: 'Card',
    family: 'card',
    thicknessMm: 0.3,
    machine: 'Long plotter',
    tool: 'Fine blade',
    process: 'through-cut',
    settings: { force: 20, speed: 5, passes: 1 },
    source: 'guess',
    reason: '',
    note: '',
    temper: 'bare',
    ...over,
  });

  it.each(['-2+3+cmd|x', '+1+1', '=1+1', '@sum', '-x', '-2-3'])(
    '“%s” is written as text, and comes back as it was',
    (reason) => {
      const csv = writeBookCsv([row({ reason })]);
      expect(csv).toContain(`'${reason}`);
      expect(readBookCsv(csv).rows![0]).toMatchObject({ recipe: { reason } });
    },
  );

  it('a plain number below 0 stays a number', () => {
    expect(writeBookCsv([row({ reason: '-2.5' })])).toContain(',-2.5,');
  });

  it('“1,500” is asked about, as both readings fit', () => {
    const csv = [
      'material,machine,tool,process,force',
      'Card,Long plotter,Fine blade,through-cut,"1,500"',
      'Card,Long plotter,Fine blade,through-cut,"1,5"',
      'Card,Long plotter,Fine blade,through-cut,"0,500"',
    ].join('\n');
    const { rows } = readBookCsv(csv);
    expect(rows![0]).toMatchObject({
      recipe: null,
      problem: 'Line 2, column force: “1,500” can be 1500 or 1.5: write it without a mark for thousands.',
    });
    expect(rows![1]).toMatchObject({ recipe: { settings: { force: 1.5 } } });
    expect(rows![2]).toMatchObject({ recipe: { settings: { force: 0.5 } } });
  });
});

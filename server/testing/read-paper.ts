import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The words of a PDF, its size and how many pictures are in it, as another program reads it. */
export function readPaper(pdf: Buffer): { words: string; size: string; pictures: number } {
  const file = join(mkdtempSync(join(tmpdir(), 'keen-anvil-paper-')), 'paper.pdf');
  writeFileSync(file, pdf);
  const tell = (program: string, ...more: string[]) => execFileSync(program, more, { encoding: 'utf8' });
  return {
    words: tell('pdftotext', '-layout', file, '-').replace(/\s+/g, ' '),
    size: /Page size:\s+(.*)/.exec(tell('pdfinfo', file))![1],
    pictures: tell('pdfimages', '-list', file).trim().split('\n').length - 2,
  };
}

import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Agent } from 'supertest';

/** The bytes that an address answers with. */
export async function bytesOf(api: () => Agent, address: string): Promise<Buffer> {
  const { body } = await api()
    .get(address)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200);
  return body as Buffer;
}

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

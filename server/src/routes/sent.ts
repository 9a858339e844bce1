import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { fileName } from './file-name';

/** A file as it is handed out: saved under a name, or shown where that is null. */
export class Sent {
  constructor(
    readonly name: string | null,
    readonly type: string,
    readonly content: string | Buffer | Readable,
  ) {}

  /** Hands it out. Who asked may go away in the middle: nobody is left to be told. */
  async to(response: Response): Promise<void> {
    if (this.name !== null) response.attachment(this.name);
    response.type(this.type);
    if (!(this.content instanceof Readable)) return void response.send(this.content);
    await pipeline(this.content, response).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  }
}

/** A file to be saved, never shown as a page of ours. @param words what it is called by */
export const saved = (
  words: readonly string[],
  ending: string,
  content: Sent['content'],
  type = 'application/octet-stream',
): Sent => new Sent(fileName(words, ending), type, content);

/** A page to be printed. */
export const printed = (words: readonly string[], content: Buffer): Sent =>
  saved(words, 'pdf', content, 'application/pdf');

/** A file that is shown or read where it is. */
export const shown = (type: string, content: string | Buffer): Sent => new Sent(null, type, content);

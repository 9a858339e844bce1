import type { Request, RequestHandler } from 'express';
import { DEEPEST } from '../nesting';
import { Problem } from '../problem';

/** Names that every object has already: what stands there would not be what it seems. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);
// A NUL, which PostgreSQL keeps in no text, or half of a pair of surrogates, which is no letter.
// eslint-disable-next-line no-control-regex
const UNSOUND_TEXT = /\u0000|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

const unsound = (message: string, field: string): Problem => new Problem(400, 'unsound', message, { field });

/** Refuses what no contract can mean, before any of them looks at it: too deep, forbidden names, texts that cannot be kept. */
export const refuseUnsound: RequestHandler = (request, _response, next) => {
  refuseAddress(request);
  const { body } = request as { body: unknown };
  if (typeof body === 'object' && body !== null && !Buffer.isBuffer(body)) refuseBody(body);
  next();
};

function refuseAddress({ url, query, path }: Request): void {
  let address: string;
  try {
    address = decodeURIComponent(path);
  } catch {
    throw unsound('The address cannot be read: it holds “%” where no letter is written so.', 'address');
  }
  const texts = [address, ...Object.entries(query).flat(2).map(String)];
  if (url.length > 40_000 || texts.some((text) => UNSOUND_TEXT.test(text)))
    throw unsound('The address holds signs that are in no text.', 'address');
}

/** Level by level, as what is nested without end must not be followed by calls. */
function refuseBody(body: object): void {
  let level: [value: object, field: string][] = [[body, '']];
  for (let depth = 1; level.length > 0; depth++) {
    if (depth > DEEPEST) throw unsound(`What came is nested more than ${DEEPEST} deep.`, level[0][1]);
    const below: typeof level = [];
    for (const [value, field] of level) {
      for (const [name, inside] of Object.entries(value)) {
        const at = field ? `${field}.${name}` : name;
        if (FORBIDDEN.has(name)) throw unsound(`A field cannot be called ${name}.`, at.slice(0, 200));
        if (UNSOUND_TEXT.test(name))
          throw unsound('The name of a field holds signs that are in no text.', field.slice(0, 200));
        if (typeof inside === 'string' && UNSOUND_TEXT.test(inside))
          throw unsound('A text holds signs that are in no text (a zero, or half a letter).', at.slice(0, 200));
        if (typeof inside === 'object' && inside !== null) below.push([inside, at]);
      }
    }
    level = below;
  }
}

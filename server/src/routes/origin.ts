import type { Request } from 'express';

/** The address under which the maker reached this server: what a printed code has to open. */
export const originOf = (request: Request): string => `${request.protocol}://${request.get('host')}`;

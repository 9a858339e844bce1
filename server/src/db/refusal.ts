/** How PostgreSQL refuses a row: a sentence, and the status to answer with; null where it is no refusal of what was sent. */
export function databaseRefusal(
  error: unknown,
): { status: number; code: string; message: string; field?: string } | null {
  const { code, column, constraint } = (error ?? {}) as { code?: unknown; column?: string; constraint?: string };
  if (typeof code !== 'string' || !/^[0-9A-Z]{5}$/.test(code)) return null;
  if (code === '23505')
    return {
      status: 409,
      code: 'exists',
      message: 'This is there already: what came has an id or a place that is taken.',
    };
  if (code === '23503')
    return {
      status: 409,
      code: 'gone',
      message: 'Something that this points at is not there (any more). Look at it as it is now.',
    };
  // Values out of range or unreadable, checks of the schema, limits of its size.
  if (/^(22|23|54)/.test(code))
    return {
      status: 422,
      code: 'refused',
      message: `A value cannot be kept${nameOf(column ?? constraint)}: it is out of range, or not of its kind.`,
      field: column,
    };
  return null;
}

const nameOf = (name: string | undefined): string => (name ? ` (${name.replace(/_/g, ' ')})` : '');

import type { DetailField, Details } from '@keen-anvil/core/units';

/** The facts that only some records have, as lines to read. */
export function detailFacts(
  fields: readonly DetailField[],
  details: Details,
  show: (value: number, unit: string) => string,
): [string, string][] {
  return fields.flatMap((field): [string, string][] => {
    const value = details[field.name];
    if (value === undefined || value === '') return [];
    if (typeof value === 'boolean') return [[field.label, value ? 'yes' : 'no']];
    return [[field.label, field.kind === 'number' ? show(Number(value), field.unit ?? '') : String(value)]];
  });
}

/** The form's values for the facts, without those that were left empty. */
export function detailsFrom(
  fields: readonly DetailField[],
  values: Record<string, string | number | boolean | null>,
): Details {
  return Object.fromEntries(
    fields.flatMap(({ name }) => {
      const value = values[`detail-${name}`];
      return value === null || value === undefined || value === '' ? [] : [[name, value]];
    }),
  );
}

/** The facts as fields of a form, kept apart from its others by a prefix. */
export const detailFormFields = (fields: readonly DetailField[]): DetailField[] =>
  fields.map((field) => ({ ...field, name: `detail-${field.name}` }));

/** The facts as the form begins with them. */
export const detailValues = (details: Details): Record<string, string | number | boolean> =>
  Object.fromEntries(Object.entries(details).map(([name, value]) => [`detail-${name}`, value]));

/** The names of the fields in which two records differ, in words; the first two, and how many more. */
export function changedFields(before: object, after: object, labels: Readonly<Record<string, string>> = {}): string {
  const [was, is] = [flat(before), flat(after)];
  const names = [...new Set([...Object.keys(was), ...Object.keys(is)])].filter(
    (name) => JSON.stringify(was[name]) !== JSON.stringify(is[name]),
  );
  const said = [
    ...new Set(
      names.map(
        (name) =>
          labels[name] ?? name.replace(/Mm(S2?)?$/, '').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`),
      ),
    ),
  ];
  return said.length > 2 ? `${said.slice(0, 2).join(', ')} and ${said.length - 2} more` : said.join(' and ');
}

/** Facts that stand together in a record are told apart: motion, details, a dial by its name. */
function flat(record: object): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(record).flatMap(([name, value]): [string, unknown][] => {
      if (name === 'dials') return (value as { name: string }[]).map((dial) => [dial.name, dial]);
      return value !== null && typeof value === 'object' && !Array.isArray(value)
        ? Object.entries(value as object)
        : [[name, value]];
    }),
  );
}

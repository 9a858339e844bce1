import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Letters of a joined script that do not hang together. */
export function checkScript({ placed, scripts }: CheckedStep): Finding[] {
  const words = new Map<string, CheckedStep['placed']>();
  for (const part of placed)
    if (scripts[part.id]) words.set(scripts[part.id], [...(words.get(scripts[part.id]) ?? []), part]);
  const apart = [...words.values()].filter((parts) => parts.length > 1);
  return apart.map((parts) => ({
    code: `letters-apart ${parts[0].id}`,
    severity: 'warn',
    message: `The letters of “${parts.map((part) => part.name).join('')}” do not hang together: they come off as ${parts.length} pieces.`,
    mend: 'Set the letters closer in the text, until they touch; those that overlap already can be joined.',
    fix: { kind: 'join', label: 'Join them', partIds: [...new Set(parts.map((part) => part.id))] },
    places: parts.map((part) => part.bounds),
  }));
}

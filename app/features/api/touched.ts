import type { QueryClient } from '@tanstack/react-query';

/** What stands where a recipe is spoken of; inspections of steps are not among it, as they are kept by what they are of. */
const WHEREVER_RECIPES = [
  'recipes',
  'suggestion',
  'tunings',
  'jobs',
  'runs',
  'bench',
  'templates',
  'press plan',
  'cost',
];

/** What is seen differently where a record of a kind was changed; all else that was fetched holds. */
const SEEN_IN = {
  recipe: WHEREVER_RECIPES,
  machine: ['machines', 'tools', ...WHEREVER_RECIPES],
  tool: ['tools', ...WHEREVER_RECIPES],
  material: ['materials', ...WHEREVER_RECIPES],
  nails: ['recipes', 'bench'],
} as const satisfies Record<string, readonly string[]>;

export type Touched = keyof typeof SEEN_IN;

/** Has everything asked for anew in which a change of such a record is seen. */
export async function touched(client: QueryClient, kind: Touched): Promise<void> {
  await Promise.all(SEEN_IN[kind].map((key) => client.invalidateQueries({ queryKey: [key] })));
}

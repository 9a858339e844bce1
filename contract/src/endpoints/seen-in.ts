import type { Subject } from './endpoint';

/** What stands where a recipe is spoken of. */
const WHEREVER_RECIPES = [
  'recipes',
  'suggestion',
  'tunings',
  'advice',
  'jobs',
  'runs',
  'bench',
  'templates',
  'press plan',
  'cost',
] as const satisfies readonly Subject[];

/** What is seen differently where a record of a kind was changed; all else that was fetched holds. */
export const SEEN_IN = {
  recipe: WHEREVER_RECIPES,
  note: ['record turns', ...WHEREVER_RECIPES],
  machine: ['machines', 'tools', 'record turns', ...WHEREVER_RECIPES],
  tool: ['tools', 'record turns', ...WHEREVER_RECIPES],
  material: ['materials', 'record turns', ...WHEREVER_RECIPES],
  record: ['machines', 'tools', 'materials', 'record turns', ...WHEREVER_RECIPES],
  nails: ['recipes', 'bench'],
} as const satisfies Record<string, readonly Subject[]>;

import type { ImportPreview, RecipeDetail, RecipePageView, RecipeSummary, SuggestAnswerView } from '../answers';
import type {
  Archiving,
  EvidenceVerdict,
  Nails,
  NewRecipe,
  NewRevision,
  NewTrial,
  NewVariant,
  RecipeNote,
  ReturnToRevision,
  SuggestionWanted,
} from '../requests';
import { givesFile, ids, page, reads, takesFile, text, writes, yesOrNo } from './endpoint';
import { SEEN_IN } from './seen-in';

const LARGEST_BOOK = 80_000_000;
const MOST_CHOSEN = 300;

const seesRecipe = { touches: SEEN_IN.recipe };

/** The settings book, and taking it along. */
export const book = {
  recipes: reads<RecipePageView>()({
    path: '/recipes',
    key: 'recipes',
    query: {
      search: text(200),
      material: text(40),
      machine: text(40),
      process: text(40),
      temper: text(40),
      sort: text(40),
      order: text(10),
      ...page(50, 200),
    },
  }),
  recipe: reads<RecipeDetail>()({ path: '/recipes/:id', key: 'recipes' }),
  writeRecipe: writes<NewRecipe, RecipeDetail>('POST')({ path: '/recipes', makes: true, ...seesRecipe }),
  reviseRecipe: writes<NewRevision, RecipeDetail>('POST')({
    path: '/recipes/:id/revisions',
    makes: true,
    ...seesRecipe,
  }),
  returnToRevision: writes<ReturnToRevision, RecipeDetail>('POST')({
    path: '/recipes/:id/return',
    makes: true,
    ...seesRecipe,
  }),
  noteRecipe: writes<RecipeNote, RecipeDetail>('PUT')({ path: '/recipes/:id/note', touches: SEEN_IN.note }),
  putRecipeAway: writes<Archiving, RecipeDetail>('POST')({ path: '/recipes/:id/archive', ...seesRecipe }),
  addVariant: writes<NewVariant, RecipeDetail>('POST')({ path: '/recipes/:id/variants', makes: true, ...seesRecipe }),
  endVariant: writes<undefined, RecipeDetail>('POST')({ path: '/variants/:id/end', ...seesRecipe }),
  writeTrial: writes<NewTrial, RecipeDetail>('POST')({
    path: '/recipes/:id/trials',
    role: 'runner',
    makes: true,
    ...seesRecipe,
  }),
  correctEvidence: writes<EvidenceVerdict, RecipeDetail>('PUT')({
    path: '/evidence/:id/outcome',
    role: 'runner',
    ...seesRecipe,
  }),
  nailCards: writes<Nails, RecipeSummary[]>('PUT')({ path: '/nails', touches: SEEN_IN.nails }),
  suggestion: writes<SuggestionWanted, SuggestAnswerView>('POST')({
    path: '/suggestion',
    role: 'reader',
    key: 'suggestion',
  }),

  bookAsJson: givesFile({ path: '/book.json', query: { recipes: ids(MOST_CHOSEN) } }),
  bookAsCsv: givesFile({ path: '/book.csv', query: { recipes: ids(MOST_CHOSEN) } }),
  importBook: takesFile<ImportPreview>('POST')({
    path: '/book/import',
    query: { fileName: text(200), preview: yesOrNo, leaveOut: yesOrNo },
    fileUpTo: LARGEST_BOOK,
    touches: 'everything',
  }),
  recipeCards: givesFile({ path: '/cards.pdf', query: { recipes: ids(MOST_CHOSEN) } }),
};

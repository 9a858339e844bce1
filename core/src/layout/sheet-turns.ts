/** What decides in which order the sheets of a step come. */
export interface SheetsOfStep {
  machineId: string;
  /** The sheets that it is done on, in their order; none while nothing of it lies anywhere. */
  sheetIds: readonly string[];
}

/**
 * Steps with their sheets in the order in which they are gone through: steps after each other on one machine that share a
 * sheet are all done on it before the next sheet is put in, so that none is lifted between them.
 */
export function sheetTurns<S extends SheetsOfStep>(steps: readonly S[]): { step: S; sheetId: string | null }[] {
  const chains: S[][] = [];
  for (const step of steps) {
    const chain = chains.at(-1);
    const isSame =
      chain?.[0].machineId === step.machineId &&
      chain.some(({ sheetIds }) => sheetIds.some((id) => step.sheetIds.includes(id)));
    if (chain && isSame) chain.push(step);
    else chains.push([step]);
  }
  return chains.flatMap((chain): { step: S; sheetId: string | null }[] => {
    const sheetIds = [...new Set(chain.flatMap((step) => step.sheetIds))];
    if (sheetIds.length === 0) return chain.map((step) => ({ step, sheetId: null }));
    return sheetIds.flatMap((sheetId) =>
      chain.filter((step) => step.sheetIds.includes(sheetId)).map((step) => ({ step, sheetId })),
    );
  });
}

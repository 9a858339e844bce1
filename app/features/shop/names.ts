/** Whether another thing has the same name: that is allowed, but said. */
export function isNameShared<T extends { id: string; name: string; isArchived: boolean }>(
  thing: T,
  all: readonly T[],
): boolean {
  return all.some(
    (other) =>
      other.id !== thing.id &&
      !other.isArchived &&
      !thing.isArchived &&
      other.name.trim().toLowerCase() === thing.name.trim().toLowerCase(),
  );
}

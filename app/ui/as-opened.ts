import { useState } from 'react';

/**
 * A row as it was when its form was opened. What others change meanwhile comes in by itself; a form that took it over would write over
 * it as if the maker had seen it.
 */
export function useAsOpened<T extends { id: string }>(row: T): T;
export function useAsOpened<T extends { id: string }>(row: T | undefined): T | undefined;
export function useAsOpened<T extends { id: string }>(row: T | undefined): T | undefined {
  const [opened, setOpened] = useState(row);
  if (opened?.id !== row?.id) setOpened(row);
  return opened?.id === row?.id ? opened : row;
}

/** Something that was written in this workshop; told to every page of it that is open. */
export interface Change {
  /** The address that was written to; null where the line was lost for a while, and anything may have been written. */
  at: string | null;
  /** The name that its sender gave the write; null where it has none. */
  key: string | null;
}

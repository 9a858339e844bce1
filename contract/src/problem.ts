/** The one shape in which the server says that something is wrong. */
export interface ProblemBody {
  error: {
    code: string;
    /** A sentence for the maker. */
    message: string;
    /** Which field it is about, where it is about one. */
    field?: string;
    /** For a stale write: the row as it stands now. */
    current?: unknown;
  };
}

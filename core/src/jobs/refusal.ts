/** An action that cannot be done to this job; the message is a sentence for the maker. */
export class ActionRefusedError extends Error {
  constructor(
    message: string,
    /** What of the action it is about. */
    readonly field: string | null = null,
  ) {
    super(message);
    this.name = 'ActionRefusedError';
  }
}

/** @throws ActionRefusedError always */
export function refuse(message: string, field: string | null = null): never {
  throw new ActionRefusedError(message, field);
}

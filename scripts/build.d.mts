/** Builds the web app, unless what it is built from is as it was at the last build. */
export function ensureWebBuild(): Promise<void>;

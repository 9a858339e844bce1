/** Installs Debian's Chromium where it is missing. */
export function ensureChromium(): void;
export const root: string;

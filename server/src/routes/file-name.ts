// eslint-disable-next-line no-control-regex
const NO_FILE_NAME = /[\u0000-\u001f\u007f<>:"/\\|?*]+/g;

/**
 * A name for a file that is handed out, of the maker's own words in any alphabet, without what no file system takes.
 * @example fileName(['Boat 12/48', 'step 1'], 'hpgl') // 'Boat 12 48 - step 1.hpgl'
 */
export function fileName(words: readonly string[], extension: string): string {
  const said = words
    .map((word) => word.replace(NO_FILE_NAME, ' ').replace(/\s+/g, ' ').trim())
    .filter(Boolean)
    .join(' - ');
  return `${said.slice(0, 160).trim() || 'file'}.${extension}`;
}

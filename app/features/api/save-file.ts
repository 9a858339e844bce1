import { ApiError } from './client';

/**
 * Fetches a file from the server and hands it to the maker under the name the server gives it.
 * @throws ApiError with the server's sentence where there is no file
 */
export async function saveFile(path: string): Promise<void> {
  const response = await fetch(path).catch(() => null);
  if (!response)
    throw new ApiError('The workshop’s server cannot be reached. Try again when it is back.', 0, 'offline');
  if (!response.ok) {
    const answer = (await response.json().catch(() => null)) as { error?: { message: string; code: string } } | null;
    throw new ApiError(
      answer?.error?.message ?? 'The file could not be fetched.',
      response.status,
      answer?.error?.code ?? 'unreadable',
    );
  }
  handOver(await response.blob(), nameIn(response.headers.get('Content-Disposition') ?? ''));
}

/** Hands a text to the maker as a file. */
export const saveText = (text: string, name: string): void => handOver(new Blob([text], { type: 'text/plain' }), name);

function handOver(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

/** The file name that an answer gives, in any alphabet (RFC 6266: `filename*` counts before `filename`). */
export function nameIn(disposition: string): string {
  const encoded = /filename\*=UTF-8''([^;]+)/i.exec(disposition)?.[1];
  if (encoded) {
    try {
      return decodeURIComponent(encoded);
    } catch {
      // Broken there: the plain name is as good.
    }
  }
  return (
    /filename="((?:[^"\\]|\\.)*)"/.exec(disposition)?.[1].replace(/\\(.)/g, '$1') ??
    /filename=([^;\s]+)/.exec(disposition)?.[1] ??
    'file'
  );
}

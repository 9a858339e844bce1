import { ApiError } from './client';

/** Fetches a file from the server. @throws ApiError with the server's sentence where there is none */
async function fetchFile(path: string, signal?: AbortSignal): Promise<Response> {
  const response = await fetch(path, { signal }).catch((error: unknown) => {
    if (signal?.aborted) throw error;
    return null;
  });
  if (!response)
    throw new ApiError('The workshop’s server cannot be reached. Try again when it is back.', 0, 'offline');
  if (response.ok) return response;
  const answer = (await response.json().catch(() => null)) as { error?: { message: string; code: string } } | null;
  throw new ApiError(
    answer?.error?.message ?? 'The file could not be fetched.',
    response.status,
    answer?.error?.code ?? 'unreadable',
  );
}

/** A file of the server as text. @throws ApiError with the server's sentence where there is none */
export const textAt = async (path: string, signal?: AbortSignal): Promise<string> =>
  (await fetchFile(path, signal)).text();

/** A file of the server as it is. @throws ApiError with the server's sentence where there is none */
export const fileAt = async (path: string, signal?: AbortSignal): Promise<Blob> =>
  (await fetchFile(path, signal)).blob();

/**
 * Fetches a file from the server and hands it to the maker under the name the server gives it.
 * @throws ApiError with the server's sentence where there is no file
 */
export async function saveFile(path: string): Promise<void> {
  const response = await fetchFile(path);
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

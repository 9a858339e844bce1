/** The lines of an answer as they come. */
export async function* linesOf(response: Response): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  const reader = response.body?.getReader();
  let rest = '';
  while (reader) {
    const { value, done } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const whole = rest.split('\n');
    rest = whole.pop() ?? '';
    for (const line of whole) if (line.trim()) yield line;
    if (done) break;
  }
  if (rest.trim()) yield rest;
}

/**
 * Reads an answer that comes line by line, each line JSON.
 * @param hear hears each line as it comes
 */
export async function readJsonLines<Line>(response: Response, hear: (line: Line) => void): Promise<void> {
  const reader = response.body?.getReader();
  if (!reader) return;
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') hear(JSON.parse(line) as Line);
    if (done) return;
  }
}

/** Reads an answer that comes line by line, each line JSON, and hands each over as it comes. */
export async function readLines<T>(body: ReadableStream<Uint8Array>, onLine: (line: T) => void): Promise<void> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    for (const line of lines) if (line) onLine(JSON.parse(line) as T);
  }
  if (rest) onLine(JSON.parse(rest) as T);
}

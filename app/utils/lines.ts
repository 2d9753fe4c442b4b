import { otherWindows } from './otherWindows';

/** Reads what the server says line by line, each line JSON, of what it is writing; then other windows are told that it was changed. */
export async function readLines<T>(body: ReadableStream<Uint8Array>, onLine: (line: T) => void): Promise<void> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  try {
    for (;;) {
      const { value, done } = await reader.read();
      if (done) break;
      const lines = (rest + value).split('\n');
      rest = lines.pop()!;
      for (const line of lines) if (line) onLine(JSON.parse(line) as T);
    }
    if (rest) onLine(JSON.parse(rest) as T);
  } finally {
    otherWindows().postMessage('changed');
  }
}

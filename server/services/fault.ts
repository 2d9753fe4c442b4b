/**
 * Notes a fault of ours where the server's output goes. Only what it is and where it came from: messages of databases and
 * parsers hold what they were given, and that may be somebody's letter.
 */
export function noteFault(where: string, error: unknown): void {
  const { name = 'Error', code = '', stack = '' } = error as { name?: string; code?: string; stack?: string };
  const frames = stack.split('\n').filter((line) => /^\s+at /.test(line));
  console.error([`${where}: ${name} ${code}`.trim(), ...frames.slice(0, 12)].join('\n'));
}

/** Pictures that every mail program shows, by the bytes they begin with. */
const PICTURES: [string, (bytes: Buffer) => boolean][] = [
  ['image/png', (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))],
  ['image/jpeg', (b) => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff],
  ['image/gif', (b) => /^GIF8[79]a/.test(b.toString('latin1', 0, 6))],
  ['image/webp', (b) => b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WEBP'],
];

/** The kind of picture, by its bytes; null for everything else. */
export const pictureType = (content: Buffer): string | null =>
  PICTURES.find(([, matches]) => matches(content))?.[0] ?? null;

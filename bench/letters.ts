const PEOPLE = ['Ines Calloway', 'Tom Birk', 'Ada Marsh', 'Noor Haddad', 'Yuki Tanabe', 'Bo Lindqvist', 'Mara Ortiz'];
const WORDS = Array.from({ length: 8_000 }, (_, i) => `w${((i * 2_654_435_761) >>> 0).toString(36).slice(0, 6)}`);

/** Numbers by a fixed rule, the same in each run. */
export function chance(seed = 7): (below: number) => number {
  return (below) => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed % below;
  };
}

/** Words as frequent as those of a language: a few everywhere, most seldom (Zipf, roughly). */
const word = (random: (below: number) => number) => WORDS[Math.floor(WORDS.length * (random(10_000) / 10_000) ** 4)]!;

/** Letters of some kilobytes, in text and HTML, every third an answer to another one. */
export function* letters(size: number, to: string): Generator<{ raw: Buffer; at: number }> {
  const random = chance();
  for (let i = 0; i < size; i++) {
    const who = PEOPLE[i % PEOPLE.length]!;
    const text = Array.from({ length: 12 }, () => Array.from({ length: 14 }, () => word(random)).join(' ')).join(
      '\r\n',
    );
    const at = Date.UTC(2026, 10, 27) - (size - i) * 300_000;
    const answers =
      i % 3 === 2 ? `In-Reply-To: <${i - 2}@client.example>\r\nReferences: <${i - 2}@client.example>\r\n` : '';
    yield {
      at,
      raw: Buffer.from(
        `From: ${who} <p${i % 500}@client.example>\r\nTo: ${to}\r\nSubject: =?utf-8?Q?Gr=C3=BC=C3=9Fe_${word(random)}_${i}?=\r\nMessage-ID: <${i}@client.example>\r\n${answers}Date: ${new Date(at).toUTCString()}\r\nMIME-Version: 1.0\r\nContent-Type: multipart/alternative; boundary=b\r\n\r\n--b\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n--b\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<p>${text}</p>\r\n--b--\r\n`,
      ),
    };
  }
}

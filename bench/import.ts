import { signUp } from '../server/services/accounts';
import { openApplication } from '../server/services/application';
import { importMessages } from '../server/services/messages';
import { parseMessage } from '../server/mail/parse';
import { readMessages } from '../server/mail/mbox';
import { print } from './measure';

function mbox(size: number): Buffer {
  const text = 'Could you come some time in the next two weeks? Mornings are best, any day but Thursday.\r\n'.repeat(
    12,
  );
  return Buffer.from(
    Array.from({ length: size }, (_, i) =>
      [
        'From a@client.example Mon Nov 23 09:00:00 2026',
        `From: Person ${i % 500} <p${i % 500}@client.example>`,
        'To: robin@test.example',
        `Subject: =?utf-8?Q?Gr=C3=BC=C3=9Fe_${i}?=`,
        `Message-ID: <${i}@client.example>`,
        'Date: Mon, 23 Nov 2026 09:00:00 +0000',
        'MIME-Version: 1.0',
        'Content-Type: multipart/alternative; boundary=b',
        '',
        `--b\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n--b\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<p>${text}</p>\r\n--b--`,
        '',
        '',
      ].join('\r\n'),
    ).join(''),
  );
}

async function* inChunks(file: Buffer): AsyncGenerator<Buffer> {
  for (let at = 0; at < file.length; at += 65_536) yield file.subarray(at, at + 65_536);
}

/** Reads an mbox into the database, beside the parser alone over the same bytes. */
export async function benchImport(url: string, size: number): Promise<void> {
  const file = mbox(size);
  const parsing: number[] = [];
  let start = performance.now();
  let parsed = 0;
  for await (const { raw } of readMessages(inChunks(file))) {
    await parseMessage(raw);
    parsed++;
  }
  parsing.push(performance.now() - start);

  const app = await openApplication(url);
  const passwords = { hash: async (text: string) => text, verify: async () => true };
  const account = await signUp(app, passwords, {
    name: 'Bench',
    address: 'bench@test.example',
    password: 'a long password',
    locale: 'en-GB',
    timeZone: 'UTC',
  });
  start = performance.now();
  let added = 0;
  for await (const progress of importMessages(app, account.id, inChunks(file))) added = progress.added;
  const whole = performance.now() - start;
  await app.close();
  const each = (ms: number, count: number) => Number((ms / count).toFixed(3));
  const row = (name: string, ms: number, count: number) => ({
    name,
    size: count,
    median: each(ms, count),
    p95: each(ms, count),
    seconds: Number((ms / 1000).toFixed(1)),
  });
  print({
    ...row('import: into the database (mean for each message)', whole, added),
    ratio: Number((whole / parsing[0]!).toFixed(2)),
  });
  print(row('import: the parser alone (mean for each message)', parsing[0]!, parsed));
}

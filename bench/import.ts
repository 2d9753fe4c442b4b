import { simpleParser } from 'mailparser';
import PostalMime from 'postal-mime';
import { signUp } from '../server/services/accounts';
import { openApplication } from '../server/services/application';
import { importMessages } from '../server/services/messages';
import { parseMessage } from '../server/mail/parse';
import { readMessages } from '../server/mail/mbox';
import { PlainBlob } from '../server/work/plainBlob';
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
  // The messages by themselves, so that a parser that knows no mbox has the same to do.
  const messages: Buffer[] = [];
  for await (const { raw } of readMessages(inChunks(file))) messages.push(raw);
  const parsing = async (parse: (raw: Buffer) => Promise<unknown>) => {
    const start = performance.now();
    for (const raw of messages) await parse(raw);
    return performance.now() - start;
  };
  const yards = [
    ['postal-mime', await parsing((raw) => PostalMime.parse(raw))],
    ['mailparser', await parsing((raw) => simpleParser(raw))],
  ] as const;
  // Ours as it is in a thread of its own.
  const NodeBlob = globalThis.Blob;
  globalThis.Blob = PlainBlob as unknown as typeof Blob;
  const ours = await parsing(parseMessage);
  globalThis.Blob = NodeBlob;

  const app = await openApplication(url);
  const passwords = { hash: async (text: string) => text, verify: async () => true };
  const account = await signUp(app, passwords, {
    name: 'Bench',
    address: 'bench@test.example',
    password: 'a long password',
    locale: 'en-GB',
    timeZone: 'UTC',
  });
  const start = performance.now();
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
    // To the quicker of two parsers that others wrote, and to the one that ours uses, as it comes.
    ratio: Number((whole / Math.min(...yards.map(([, ms]) => ms))).toFixed(2)),
    ratio_postal_mime: Number((whole / yards[0][1]).toFixed(2)),
    ratio_own_parser: Number((whole / ours).toFixed(2)),
  });
  print({
    ...row('import: our parser alone (mean for each message)', ours, messages.length),
    ratio: Number((ours / Math.min(...yards.map(([, ms]) => ms))).toFixed(2)),
  });
  for (const [name, ms] of yards)
    print({ ...row(`import: ${name} alone (mean for each message)`, ms, messages.length), yardstick: true });
}

import { describe, expect, it } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { readMessages } from './mbox';
import { contentOf, parseMessage } from './parse';
import { sanitiseHtml } from './sanitise';
import { shownOf } from './show';
import { said } from '../../tests/words';

const message = (head: string, body: string) => Buffer.from(`From: a@x.example\nSubject: x\n${head}\n\n${body}`);
const oneLine = (text: string) => text.replace(/[\r\n]/g, ' ');
async function* stream(text: string) {
  const bytes = Buffer.from(text);
  for (let at = 0; at < bytes.length; at += 65_536) yield bytes.subarray(at, at + 65_536);
}
async function count(source: AsyncIterable<Uint8Array>) {
  let found = 0;
  for await (const _ of readMessages(source)) found++;
  return found;
}

describe('reading messages', () => {
  growsWithItsInput('as text', (text) => parseMessage(message('', text)));
  growsWithItsInput('as HTML, shown', (text) =>
    shownOf(message('Content-Type: text/html', text), { id: 'x', pictures: false }),
  );
  growsWithItsInput('in parts', (text) => parseMessage(message('Content-Type: multipart/mixed; boundary=b', text)));
  growsWithItsInput('as a header', (text) => parseMessage(Buffer.from(text)));
  growsWithItsInput('with fields of any length', (text) =>
    parseMessage(
      message(['To', 'References', 'Content-Type'].map((name) => `${name}: ${oneLine(text)}`).join('\n'), ''),
    ),
  );
  growsWithItsInput('sanitised', (html) => sanitiseHtml(html, { pictures: false, partUrl: () => null }));
  growsWithItsInput('out of an mbox', (text) => count(stream(`From a@x.example Fri Jun 23 02:56:55 2000\n\n${text}`)));
  growsWithItsInput('out of an mbox with a long first line', (text) => count(stream(`From ${text}`)));

  it('shows of what is longer than anybody reads the beginning, and says so', async () => {
    const text = await parseMessage(message('', 'hello\n'.repeat(500_000)));
    expect(text).toMatchObject({
      broken: { params: { faults: expect.arrayContaining([{ code: 'message.longText' }]) } },
      text: expect.stringContaining('hello'),
    });
    const parts = await parseMessage(
      message('Content-Type: multipart/mixed; boundary=b', '--b\n\nx\n'.repeat(50_000) + '--b--\n'),
    );
    expect(said(parts.broken)).toContain('more parts');
    const people = Array.from({ length: 100_000 }, (_, i) => `a${i}@x.example`).join(', ');
    const many = await parseMessage(message(`To: ${people}`, 'x'));
    expect(many).toMatchObject({
      subject: 'x',
      broken: { params: { faults: expect.arrayContaining([{ code: 'message.longHeader' }]) } },
    });
    expect(many.to.length).toBeGreaterThan(1_000);
    const deep = Array.from(
      { length: 3_000 },
      (_, i) => `--b${i || ''}\nContent-Type: multipart/mixed; boundary=b${i + 1}\n\n`,
    );
    expect(
      said((await parseMessage(message('Content-Type: multipart/mixed; boundary=b', deep.join('')))).broken),
    ).toContain('nested deeper');
    const html = await shownOf(message('Content-Type: text/html', `${'<div>'.repeat(5_000)}Dear Ada`), {
      id: 'x',
      pictures: false,
    });
    expect(html).toMatchObject({
      html: '',
      broken: { code: 'message.both', params: { second: { code: 'message.asText' } } },
      text: { own: 'Dear Ada' },
    });
  });

  it('gives a large attachment from where it stands, in every encoding, without parsing it', async () => {
    const content = Buffer.alloc(300_000, 'Grüße = 1\n');
    const quoted = content
      .toString('latin1')
      .replace(
        /[^\x20-\x3c\x3e-\x7e\n]|=/g,
        (sign) => `=${sign.charCodeAt(0).toString(16).toUpperCase().padStart(2, '0')}`,
      );
    const bodies = {
      base64: content.toString('base64').replace(/.{76}/g, '$&\n'),
      'quoted-printable': quoted,
      '8bit': content.toString('latin1'),
    };
    for (const [encoding, body] of Object.entries(bodies)) {
      const head = `Content-Type: application/pdf; name="a\u202egnp.pdf"\nContent-Disposition: attachment\nContent-Transfer-Encoding: ${encoding}`;
      const raw = Buffer.from(
        `From: a@x.example\nContent-Type: multipart/mixed; boundary=b\n\n--b\n\nx\n--b\n${head}\n\n${body}\n--b--\n`,
        'latin1',
      );
      const { attachments, text } = await parseMessage(raw);
      expect(text.trim()).toBe('x');
      expect(attachments).toHaveLength(1);
      expect(attachments[0]!.range).not.toBeNull();
      expect(attachments[0]!.size).toBe(content.length);
      expect(contentOf(raw, attachments[0]!).equals(content)).toBe(true);
    }
  });
});

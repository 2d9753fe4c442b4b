import { simpleParser } from 'mailparser';
import PostalMime from 'postal-mime';
import { describe, expect, it } from 'vitest';
import { textFromHtml } from '#core/reading/htmlTree';
import { docFromText, emptyDoc, parseDoc } from '#core/note/schema';
import { composeLetter, type Letter } from './compose';
import { sanitiseHtml } from './sanitise';

describe('a letter, out', () => {
  const letter = (part: Partial<Letter> = {}): Letter => ({
    messageId: '<x1@robin.example>',
    date: new Date(Date.UTC(2026, 10, 24, 9)),
    from: { name: 'Søren "Wren" Halloway', address: 'wren@robin.example' },
    to: [{ name: '棚部 ゆき', address: 'yuki@client.example' }],
    cc: [{ name: '', address: 'cc@client.example' }],
    bcc: [{ name: 'Hidden', address: 'hidden@client.example' }],
    subject: parseDoc(docFromText('Größe, très – 日本語 🎹')),
    body: parseDoc(docFromText('Dear <b>Yuki</b>,\n\n> not a quote\nFrom here\n.dot')),
    signature: parseDoc(docFromText('Wren\n01632 960 418')),
    inReplyTo: '<1234@local.machine.example>',
    references: ['<0@x>', '<1234@local.machine.example>'],
    quote: null,
    ...part,
  });

  it('reads back the same in two independent parsers', async () => {
    const raw = await composeLetter(letter());
    const theirs = await simpleParser(raw);
    const ours = await PostalMime.parse(raw);
    for (const subject of [theirs.subject, ours.subject]) expect(subject).toBe('Größe, très – 日本語 🎹');
    expect(theirs.from!.value[0]).toEqual({ name: 'Søren "Wren" Halloway', address: 'wren@robin.example' });
    expect(ours.to![0]).toEqual({ name: '棚部 ゆき', address: 'yuki@client.example' });
    expect(theirs.references).toEqual(['<0@x>', '<1234@local.machine.example>']);
    expect(ours.inReplyTo).toBe('<1234@local.machine.example>');
    for (const text of [theirs.text!, ours.text!])
      expect(text.trim()).toBe('Dear <b>Yuki</b>,\n\n> not a quote\nFrom here\n.dot\n\n-- \nWren\n01632 960 418');
    expect(ours.html).toContain('Dear &lt;b&gt;Yuki&lt;/b&gt;,');
    expect(theirs.date).toEqual(new Date(Date.UTC(2026, 10, 24, 9)));
    expect(raw.toString()).toContain('multipart/alternative');
    expect(raw.toString()).not.toContain('hidden@client.example');
  });

  it('has text that flows, is broken at 72 signs and reads back in one line', async () => {
    const line = 'word and word and more of the same '.repeat(12).trim();
    const raw = await composeLetter(letter({ body: parseDoc(docFromText(`Dear Ada,\n\n${line}\nFrom here`)) }));
    expect(raw.toString()).toMatch(/text\/plain; charset=utf-8;\s+format=flowed/);
    for (const { text } of [await simpleParser(raw), await PostalMime.parse(raw)])
      expect(text!.trim()).toBe(`Dear Ada,\n\n${line}\nFrom here\n\n-- \nWren\n01632 960 418`);
    // RFC 5321 2.3.8: no line ends otherwise.
    expect(raw.toString('latin1')).not.toMatch(/(?<!\r)\n|\r(?!\n)/);
  });

  it('keeps lines within RFC 5322 2.1.1 and the header within ASCII', async () => {
    const long = 'A very long line of text. '.repeat(200);
    const raw = (await composeLetter(letter({ body: parseDoc(docFromText(long)) }))).toString('latin1');
    for (const line of raw.split('\r\n')) expect(line.length).toBeLessThanOrEqual(998);
    expect(raw.slice(0, raw.indexOf('\r\n\r\n'))).toMatch(/^[\x00-\x7f]*$/);
  });

  it('lets nobody write header fields through names or subjects', async () => {
    const raw = await composeLetter(
      letter({
        from: { name: 'A\r\nBcc: victim@x.example', address: 'wren@robin.example' },
        subject: parseDoc({
          type: 'doc',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x\r\nBcc: victim@x.example' }] }],
        }),
      }),
    );
    const head = raw.toString().split('\r\n\r\n')[0]!;
    expect(head).not.toMatch(/^bcc:/im);
  });

  it('puts the signature once, above the quoted message', async () => {
    const raw = await composeLetter(
      letter({ quote: { attribution: 'On Monday, Ada wrote:', text: 'Could you?', html: '' } }),
    );
    const { text } = await simpleParser(raw);
    expect(text!.trim()).toMatch(/\.dot\n\nWren\n01632 960 418\n\nOn Monday, Ada wrote:\n> Could you\?$/);
    expect((await simpleParser(await composeLetter(letter({ signature: parseDoc(emptyDoc()) })))).text).not.toContain(
      '--',
    );
  });
});

describe('somebody else’s HTML', () => {
  const clean = (html: string, pictures = false) =>
    sanitiseHtml(html, { pictures, partUrl: (id) => (id === 'logo@x' ? '/part/0' : null) });

  // Published script-injection cases: the OWASP cheat sheet's families, from memory.
  it.each([
    '<script>alert(1)</script>',
    '<SCRIPT SRC=http://x.example/xss.js></SCRIPT>',
    '<img src=x onerror=alert(1)>',
    '<IMG SRC="javascript:alert(1);">',
    '<IMG SRC=jAvascript:alert(1)>',
    '<IMG """><SCRIPT>alert(1)</SCRIPT>">',
    '<a href="java&#10;script:alert(1)">x</a>',
    '<a href=" javascript:alert(1)">x</a>',
    '<a href="data:text/html;base64,PHNjcmlwdD4=">x</a>',
    '<svg onload=alert(1)><script>alert(1)</script></svg>',
    '<math><mtext><script>alert(1)</script></mtext></math>',
    '<iframe src="javascript:alert(1)"></iframe>',
    '<object data="x.swf"></object><embed src="x.swf">',
    '<form action="https://x.example"><input name=a><button>Go</button></form>',
    '<base href="https://x.example/"><link rel=stylesheet href="https://x.example/a.css">',
    '<meta http-equiv="refresh" content="0;url=https://x.example">',
    '<style>body{background:url(https://x.example/t)}</style>',
    '<div style="background:url(javascript:alert(1))">x</div>',
    '<div style="background-image:url(https://x.example/t.png)">x</div>',
    '<div style="position:fixed;top:0;left:0;width:100%;height:100%">x</div>',
    '<div style="color:expression(alert(1))">x</div>',
    '<img src="data:image/svg+xml;base64,PHN2Zy8+">',
    '<video src="https://x.example/v.mp4" autoplay></video>',
    '<p onclick="alert(1)" id="x" class="y">x</p>',
    '<!--[if gte IE 4]><script>alert(1)</script><![endif]-->',
    '<noscript><p title="</noscript><img src=x onerror=alert(1)>"></noscript>',
  ])('%s does nothing', (html) => {
    const out = clean(html).html;
    expect(out).not.toMatch(/<(script|svg|math|iframe|object|embed|form|input|base|link|meta|style|video|noscript)\b/i);
    expect(out.replace(/="[^"]*"/g, '=""')).not.toMatch(/<[^>]*\s(on\w+|id|class)\s*=/i);
    expect(out).not.toMatch(/<[^>]*(javascript:|expression\(|url\(|position|data:(?!image\/(png|jpe?g|gif|webp);))/i);
  });

  it('keeps what a letter needs', () => {
    const letter =
      '<p>Dear <b>Ada</b>, <a href="https://x.example">this</a></p><ul><li>one</li></ul><table><tr><td>1</td></tr></table>';
    const out = clean(letter).html;
    for (const part of ['<b>Ada</b>', 'href="https://x.example"', 'rel="noopener', '<li>one</li>', '<td>1</td>'])
      expect(out).toContain(part);
  });

  it('fetches no picture from elsewhere unless asked, and shows its own', () => {
    const html =
      '<img src="https://x.example/a.png" alt="A"><img src="cid:logo@x"><img src="cid:other"><img src="//x.example/b.png">';
    expect(clean(html)).toMatchObject({ remotePictures: 1 });
    expect(clean(html).html).not.toContain('x.example');
    expect(clean(html).html).toContain('src="/part/0"');
    expect(clean(html, true).html).toContain('src="https://x.example/a.png"');
  });

  it('gives text for a preview', () => {
    expect(
      textFromHtml('<style>x{}</style><p>Dear&nbsp;Ada,</p><p>it&#39;s &lt;here&gt; &amp;amp; &#x1F3B9;<br>now</p>'),
    ).toBe("Dear Ada,\nit's <here> &amp; 🎹\nnow");
  });
});

import { expect, it } from 'vitest';

/** Pieces that, repeated, made readers go back to the beginning again and again. */
export const PIECES: string[] = [
  ...[
    '<',
    '<!--',
    '<style ',
    '<style>{ margin',
    '<style>p.a',
    '<script>',
    '<title',
    '<a href="',
    '<b ',
    '<?',
    '<![CDATA[',
  ],
  ...[
    '<div>',
    '</div>',
    '<p>hello there</p>\n',
    '<b>x</b>',
    '<ul>',
    '<ul><li>',
    '<table><tr><td>',
    '<br>',
    '<a>',
    '<td>',
  ],
  ...[
    '<svg>',
    '<form>',
    '<p class="quote">',
    '<p style="margin:0;',
    '<font color=red>',
    '<img src="cid:x">',
    '&',
    '&#',
    '&amp;',
  ],
  ...[
    ' ',
    '\u00a0',
    '\t',
    '\n',
    '\r',
    '-',
    '--\n',
    '-- \n',
    '_',
    '*',
    '* ',
    '- ',
    '1. ',
    '> x\n',
    '> > ',
    '>',
    '=',
    '~',
    '`',
    '\\',
  ],
  ...[
    '[',
    '[a',
    '](',
    '![',
    '{',
    '«',
    '(',
    '"',
    '"a",',
    ',',
    ';',
    '#',
    '.',
    '…',
    '?',
    '|',
    '| a ',
    ':',
    '：',
    'a@',
    'https://',
  ],
  ...[
    'x',
    'X',
    'A',
    'ABC ',
    'ABC-1/',
    '1',
    '1.',
    '12:',
    '12 March ',
    '12 Lamp ',
    '12 rue de ',
    '£',
    '£1,',
    'order ',
    'order 12',
    '日',
    '【',
    '%',
    '$a',
  ],
  ...[
    'From: ',
    'From:',
    'On ',
    'wrote:',
    'Re: ',
    'Subject:',
    'From a@x.example Fri Jun 23 02:56:55 2000\n',
    '\nFrom ',
    '--b\n\n',
  ],
];

/** A time so short that nobody waits, in milliseconds of the processor: of what is quicker the growth says nothing. */
const QUICK = 300;

/**
 * Tests that a reader of foreign text takes time that grows with the text: twice the text, at most three times the time,
 * for every piece repeated. The time is that of the processor in this process, which whatever else the machine does leaves
 * alone.
 * @param size characters of the smaller text
 */
export function growsWithItsInput(
  name: string,
  read: (text: string) => unknown,
  size = 200_000,
  pieces = PIECES,
): void {
  it(`${name}: twice the text takes at most three times as long`, { timeout: 120_000 }, async () => {
    const slow: string[] = [];
    for (const piece of pieces) {
      const text = (length: number) => piece.repeat(Math.ceil(length / piece.length));
      const timed = async (length: number) => {
        const given = text(length);
        const start = process.cpuUsage();
        await read(given);
        const { user, system } = process.cpuUsage(start);
        return (user + system) / 1000;
      };
      const first = await timed(2 * size);
      if (first < QUICK) continue;
      const least = async (length: number) => Math.min(await timed(length), await timed(length), await timed(length));
      const once = await least(size);
      if (first <= 3 * once) continue;
      const twice = await least(2 * size);
      if (twice <= QUICK || twice <= 3 * once) continue;
      // A step from one way of reading to another is no growth: what grows too fast does so at the next doubling too.
      const fourfold = await least(4 * size);
      if (fourfold > 3 * twice)
        slow.push(`${JSON.stringify(piece)}: ${[once, twice, fourfold].map(Math.round).join(', ')} ms`);
    }
    expect(slow).toEqual([]);
  });
}

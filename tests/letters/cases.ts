/** Messages in the ways that mail programs write them, with what the writer wrote now. Common practice, no source. */
export interface LetterCase {
  name: string;
  text?: string;
  html?: string;
  /** The text of what was written now. */
  own: string;
  signature?: string;
}

const MINE = 'Dear Ada,\n\nI can come on Monday.\n\nKind regards,\nWren';
const QUOTE = '> Could you come in December?\n> The hall is free.\n>\n> Ada';
const SIG = 'Wren Halloway\nHalloway Piano Care\n01632 960 001';

/** An answer above the history, with an attribution. */
const top = (name: string, attribution: string): LetterCase => ({
  name,
  text: `${MINE}\n\n${attribution}\n${QUOTE}\n`,
  own: MINE,
});
const p = (text: string) =>
  text
    .split('\n')
    .map((line) => `<div>${line || '<br>'}</div>`)
    .join('');
const header = (name: string, lines: string[], before = ''): LetterCase => ({
  name,
  text: `${MINE}\n\n${before}${lines.join('\n')}\n\nCould you come in December?\n\nAda\n`,
  own: MINE,
});

export const CASES: LetterCase[] = [
  // Attributions in several languages, the answer on top
  top('English, date first', 'On Mon, 23 Nov 2026 at 09:12, Ada Marsh <ada@client.example> wrote:'),
  top('English, American date', 'On Nov 23, 2026, at 9:12 AM, Ada Marsh <ada@client.example> wrote:'),
  top('English, wrapped onto two lines', 'On Mon, 23 Nov 2026 at 09:12, Ada Marsh\n<ada@client.example> wrote:'),
  top(
    'English, wrapped onto three lines',
    'On Monday, 23 November 2026 at 09:12:44 GMT,\nAda Marsh (Port Lune)\n<ada@client.example> wrote:',
  ),
  top('English, name and date in brackets', 'Ada Marsh <ada@client.example> wrote (23 Nov 2026):'),
  top('English, writes', '23.11.2026 09:12, Ada Marsh writes:'),
  top('English, the name alone', 'Ada Marsh wrote:'),
  top('German', 'Am 23.11.26 um 09:12 schrieb Ada Marsh <ada@client.example>:'),
  top('German, weekday', 'Am Mo., 23. Nov. 2026 um 09:12 Uhr schrieb Ada Marsh <ada@client.example>:'),
  top('French', 'Le lun. 23 nov. 2026 à 09:12, Ada Marsh <ada@client.example> a écrit :'),
  top('Spanish', 'El lun, 23 nov 2026 a las 9:12, Ada Marsh (<ada@client.example>) escribió:'),
  top('Portuguese', 'Ada Marsh <ada@client.example> escreveu no dia segunda, 23/11/2026 à(s) 09:12:'),
  top('Italian', 'Il giorno lun 23 nov 2026 alle ore 09:12 Ada Marsh <ada@client.example> ha scritto:'),
  top('Dutch', 'Op ma 23 nov 2026 om 09:12 schreef Ada Marsh <ada@client.example>:'),
  top('Swedish', 'Den mån 23 nov. 2026 kl 09:12 skrev Ada Marsh <ada@client.example>:'),
  top('Danish', 'Den 23-11-2026 kl. 09:12 skrev Ada Marsh:'),
  top('Norwegian', 'man. 23. nov. 2026 kl. 09:12 skrev Ada Marsh <ada@client.example>:'),
  top('Finnish', 'ma 23. marrask. 2026 klo 9.12 Ada Marsh (ada@client.example) kirjoitti:'),
  top('Polish', 'pon., 23 lis 2026 o 09:12 Ada Marsh <ada@client.example> napisał(a):'),
  top('Czech', 'po 23. 11. 2026 v 9:12 odesílatel Ada Marsh <ada@client.example> napsal:'),
  top('Hungarian', 'Ada Marsh <ada@client.example> ezt írta (időpont: 2026. nov. 23., H, 9:12):'),
  top('Russian', 'пн, 23 нояб. 2026 г. в 09:12, Ada Marsh <ada@client.example> написал(а):'),
  top('Turkish', 'Ada Marsh <ada@client.example>, 23 Kas 2026 Pzt, 09:12 tarihinde şunu yazdı:'),
  top('Greek', 'Στις Δευ 23 Νοε 2026 στις 9:12 π.μ., ο χρήστης Ada Marsh <ada@client.example> έγραψε:'),
  top('Japanese', '2026年11月23日(月) 9:12 Ada Marsh <ada@client.example>さんは書きました:'),
  top('Chinese', 'Ada Marsh <ada@client.example> 于2026年11月23日周一 09:12写道：'),

  // Blocks of header fields
  header(
    'header fields under a separator',
    ['From: Ada Marsh <ada@client.example>', 'Sent: 23 November 2026 09:12', 'To: Wren Halloway', 'Subject: Tuning'],
    '-----Original Message-----\n',
  ),
  header(
    'header fields under a ruled line',
    [
      'From: Ada Marsh <ada@client.example>',
      'Sent: Monday, 23 November 2026 09:12',
      'To: Wren Halloway <wren@halloway.example>',
      'Cc: Office',
      'Subject: Tuning',
    ],
    '________________________________\n',
  ),
  header('header fields and nothing above', [
    'From: Ada Marsh',
    'Sent: Monday, 23 November 2026 09:12',
    'To: Wren Halloway',
    'Subject: Tuning',
  ]),
  header('header fields in bold signs', [
    '*From:* Ada Marsh <ada@client.example>',
    '*Date:* 23 November 2026 at 09:12',
    '*To:* Wren Halloway',
    '*Subject:* Tuning',
  ]),
  header(
    'German header fields',
    [
      'Von: Ada Marsh <ada@client.example>',
      'Gesendet: Montag, 23. November 2026 09:12',
      'An: Wren Halloway',
      'Betreff: Stimmung',
    ],
    '-----Ursprüngliche Nachricht-----\n',
  ),
  header('French header fields', [
    'De : Ada Marsh <ada@client.example>',
    'Envoyé : lundi 23 novembre 2026 09:12',
    'À : Wren Halloway',
    'Objet : Accord',
  ]),
  header('Spanish header fields', [
    'De: Ada Marsh <ada@client.example>',
    'Enviado el: lunes, 23 de noviembre de 2026 9:12',
    'Para: Wren Halloway',
    'Asunto: Afinación',
  ]),
  header('Italian header fields', [
    'Da: Ada Marsh <ada@client.example>',
    'Inviato: lunedì 23 novembre 2026 09:12',
    'A: Wren Halloway',
    'Oggetto: Accordatura',
  ]),
  header('Dutch header fields', [
    'Van: Ada Marsh <ada@client.example>',
    'Verzonden: maandag 23 november 2026 09:12',
    'Aan: Wren Halloway',
    'Onderwerp: Stemmen',
  ]),
  header('Polish header fields', [
    'Od: Ada Marsh <ada@client.example>',
    'Wysłano: poniedziałek, 23 listopada 2026 09:12',
    'Do: Wren Halloway',
    'Temat: Strojenie',
  ]),

  // Forwarded
  header(
    'a forwarded block',
    [
      'From: Ada Marsh <ada@client.example>',
      'Date: Mon, 23 Nov 2026 at 09:12',
      'Subject: Tuning',
      'To: <wren@halloway.example>',
    ],
    '---------- Forwarded message ---------\n',
  ),
  header(
    'a forwarded block that is announced',
    [
      'From: Ada Marsh <ada@client.example>',
      'Subject: Tuning',
      'Date: 23 November 2026 at 09:12:44 GMT',
      'To: wren@halloway.example',
    ],
    'Begin forwarded message:\n\n',
  ),
  header(
    'a German forwarded block',
    [
      'Betreff: Stimmung',
      'Datum: Mon, 23 Nov 2026 09:12:44 +0000',
      'Von: Ada Marsh <ada@client.example>',
      'An: wren@halloway.example',
    ],
    '-------- Weitergeleitete Nachricht --------\n',
  ),
  {
    name: 'a message that is nothing but a forwarded one stays whole',
    text: '---------- Forwarded message ---------\nFrom: Ada <ada@client.example>\nDate: 23 Nov 2026\nSubject: Tuning\n\nCould you come?',
    own: '---------- Forwarded message ---------\nFrom: Ada <ada@client.example>\nDate: 23 Nov 2026\nSubject: Tuning\n\nCould you come?',
  },

  // Answers below and between
  { name: 'the answer below', text: `On 23 Nov 2026, Ada Marsh wrote:\n${QUOTE}\n\n${MINE}\n`, own: MINE },
  { name: 'the answer below, nobody named', text: `${QUOTE}\n\n${MINE}\n`, own: MINE },
  {
    name: 'answers between the quoted lines',
    text: 'On 23 Nov 2026 at 09:12, Ada Marsh <ada@client.example> wrote:\n> Could you come in December?\n\nYes, on the 3rd.\n\n> What does it cost?\n\n120.\n\nWren',
    own: 'Yes, on the 3rd.\n\n120.\n\nWren',
  },
  {
    name: 'quotations of quotations',
    text: `${MINE}\n\nOn 23 Nov 2026 at 09:12, Ada wrote:\n> Good.\n>> When?\n>>> In December.\n`,
    own: MINE,
  },
  { name: 'quoted lines at the end, nobody named', text: `${MINE}\n\n${QUOTE}\n`, own: MINE },
  {
    name: 'quoted lines with no space behind the sign',
    text: `${MINE}\n\nOn 23 Nov 2026, Ada wrote:\n>Could you come?\n>\n>Ada`,
    own: MINE,
  },

  // Signatures
  { name: 'the signature line of the standard', text: `${MINE}\n\n-- \n${SIG}\n`, own: MINE, signature: `-- \n${SIG}` },
  { name: 'the same without its space', text: `${MINE}\n\n--\n${SIG}\n`, own: MINE, signature: `--\n${SIG}` },
  { name: 'my own signature without a line above it', text: `${MINE}\n\n${SIG}\n`, own: MINE, signature: SIG },
  {
    name: 'my own signature, spaces in it changed',
    text: `${MINE}\n\nWren  Halloway \nHalloway Piano Care\n\n01632 960 001`,
    own: MINE,
  },
  {
    name: 'a signature between the answer and the history',
    text: `${MINE}\n\n-- \n${SIG}\n\nOn 23 Nov 2026 at 09:12, Ada wrote:\n${QUOTE}\n`,
    own: MINE,
    signature: `-- \n${SIG}`,
  },
  {
    name: 'my own signature between the answer and the history',
    text: `${MINE}\n\n${SIG}\n\nOn 23 Nov 2026 at 09:12, Ada wrote:\n${QUOTE}\n`,
    own: MINE,
    signature: SIG,
  },
  {
    name: 'a line a telephone adds',
    text: `${MINE}\n\nSent from my telephone\n`,
    own: MINE,
    signature: 'Sent from my telephone',
  },
  { name: 'a line a German telephone adds', text: `${MINE}\n\nVon meinem Telefon gesendet`, own: MINE },

  // Markup
  {
    name: 'HTML: a block quotation of a cited message',
    html: `${p(MINE)}<blockquote type="cite"><div>On 23 Nov 2026, at 09:12, Ada Marsh &lt;ada@client.example&gt; wrote:</div><br><div>Could you come?</div></blockquote>`,
    own: MINE,
  },
  {
    name: 'HTML: a container with the attribution and a block quotation inside',
    html: `<div dir="ltr">${p(MINE)}</div><br><div class="x_quote"><div class="x_attr">On Mon, 23 Nov 2026 at 09:12, Ada Marsh &lt;<a href="mailto:ada@client.example">ada@client.example</a>&gt; wrote:<br></div><blockquote style="margin:0 0 0 .8ex;border-left:1px solid #ccc"><div>Could you come?</div></blockquote></div>`,
    own: MINE,
  },
  {
    name: 'HTML: the attribution before the block quotation, in no container',
    html: `${p(MINE)}<div class="cite-prefix">Am 23.11.26 um 09:12 schrieb Ada Marsh:<br></div><blockquote cite="mid:one@client.example"><p>Könnten Sie kommen?</p></blockquote>`,
    own: MINE,
  },
  {
    name: 'HTML: header fields under a line across',
    html: `${p(MINE)}<hr><div id="rply-head"><font face="x"><b>From:</b> Ada Marsh &lt;ada@client.example&gt;<br><b>Sent:</b> Monday, 23 November 2026 09:12<br><b>To:</b> Wren<br><b>Subject:</b> Tuning</font></div><div>Could you come?</div>`,
    own: MINE,
  },
  {
    name: 'HTML: header fields in a bordered box, paragraph by paragraph',
    html: `<div class="s1">${MINE.split('\n')
      .map((line) => `<p class="c1" style="margin:0cm">${line || '&nbsp;'}</p>`)
      .join(
        '',
      )}<div style="border:none;border-top:solid #e1e1e1 1.0pt;padding:3pt 0 0 0"><p class="c1"><b>From:</b> Ada Marsh &lt;ada@client.example&gt;<br><b>Sent:</b> 23 November 2026 09:12<br><b>To:</b> Wren<br><b>Subject:</b> Tuning</p></div><p class="c1">Could you come?</p></div>`,
    own: MINE,
  },
  {
    name: 'HTML: a marked signature and a marked quotation',
    html: `${p(MINE)}<div class="x-signature"><div>-- </div><div>Wren Halloway</div></div><div class="x_reply_history"><div>On 23/11/2026 09:12, Ada wrote:</div><blockquote>Could you come?</blockquote></div>`,
    own: MINE,
    signature: '-- \nWren Halloway',
  },
  {
    name: 'HTML: a signature in a table with a picture',
    html: `${p(MINE)}<table class="signature-block"><tr><td><img src="cid:logo" width="80"></td><td><b>Wren Halloway</b><br>Piano Care</td></tr></table>`,
    own: MINE,
  },
  {
    name: 'HTML: a forwarded message in a container',
    html: `${p(MINE)}<div class="x_quote"><div>---------- Forwarded message ---------<br>From: <b>Ada</b> &lt;ada@client.example&gt;<br>Date: Mon, 23 Nov 2026<br>Subject: Tuning<br>To: Wren</div><div>Could you come?</div></div>`,
    own: MINE,
  },
  {
    name: 'HTML: answers between quoted pieces',
    html: `<div>On 23 Nov 2026 at 09:12, Ada Marsh wrote:</div><blockquote type="cite"><div>Could you come?</div></blockquote><div>Yes, on the 3rd.</div><blockquote type="cite"><div>What does it cost?</div></blockquote><div>120.</div>`,
    own: 'Yes, on the 3rd.\n120.',
  },
  {
    name: 'HTML: the answer below the quotation',
    html: `<div>On 23 Nov 2026 at 09:12, Ada Marsh wrote:</div><blockquote type="cite"><div>Could you come?</div></blockquote>${p(MINE)}`,
    own: MINE,
  },
  {
    name: 'HTML: plain quotation signs in paragraphs',
    html: `${p(`${MINE}\n\nOn 23 Nov 2026 at 09:12, Ada wrote:\n> Could you come?\n> Ada`)}`,
    own: MINE,
  },

  // What must stay: the writer's own words that look like something else
  {
    name: 'stays: a quotation the writer introduces',
    text: 'As the old tuners wrote:\n> a piano is never in tune,\n> only nearly.\n\nI agree with them.\n\nWren',
    own: 'As the old tuners wrote:\n> a piano is never in tune,\n> only nearly.\n\nI agree with them.\n\nWren',
  },
  {
    name: 'stays: dashes between two halves of a letter',
    text: 'First the tuning.\n--\nThen the pedals:\na\nb\nc\nd\ne\nf\ng\nh\ni\nj\nk',
    own: 'First the tuning.\n--\nThen the pedals:\na\nb\nc\nd\ne\nf\ng\nh\ni\nj\nk',
  },
  {
    name: 'stays: from, to and date of a removal',
    text: 'I move the piano as follows.\n\nFrom: Tern Bay\nTo: Port Lune\nDate: 3 December\n\nPlease tell me if this is right.',
    own: 'I move the piano as follows.\n\nFrom: Tern Bay\nTo: Port Lune\nDate: 3 December\n\nPlease tell me if this is right.',
  },
  {
    name: 'stays: opening hours with colons',
    text: 'My hours:\n\nFrom: Monday 9:00\nTo: Friday 17:00\nSubject: to change on holidays\n\nWren',
    own: 'My hours:\n\nFrom: Monday 9:00\nTo: Friday 17:00\nSubject: to change on holidays\n\nWren',
  },
  {
    name: 'stays: a sentence that ends with wrote and a colon',
    text: 'You asked what the maker said. On the label he wrote:\n\nserial number 4711\n\nThat is all I know.',
    own: 'You asked what the maker said. On the label he wrote:\n\nserial number 4711\n\nThat is all I know.',
  },
  {
    name: 'stays: an indented passage the writer set off',
    html: '<p style="margin:0">My terms are these:</p><blockquote>The instrument stays my property.</blockquote><p style="margin:0">Please sign below.</p>',
    own: 'My terms are these:\nThe instrument stays my property.\nPlease sign below.',
  },
  {
    name: 'stays: an indented passage at the end',
    html: '<p style="margin:0">My bank:</p><blockquote>Tern Bay Savings, reference 12</blockquote>',
    own: 'My bank:\nTern Bay Savings, reference 12',
  },
  {
    name: 'stays: the name alone under the letter',
    text: 'I can come on Monday.\n\nWren Halloway',
    own: 'I can come on Monday.\n\nWren Halloway',
  },
  {
    name: 'stays: a sentence about something sent from somewhere',
    text: 'The strings were\n\nSent from my supplier in Port Lune on Monday, and they will be here by the end of the week.',
    own: 'The strings were\n\nSent from my supplier in Port Lune on Monday, and they will be here by the end of the week.',
  },
  {
    name: 'stays: a ruled line between two parts',
    text: 'Part one.\n\n____________________\n\nPart two, which is longer.',
    own: 'Part one.\n\n____________________\n\nPart two, which is longer.',
  },
  {
    name: 'stays: a container whose name only sounds like history',
    html: '<div class="quotation-of-prices"><p style="margin:0">Tuning: 120</p></div><p style="margin:0">Kind regards</p>',
    own: 'Tuning: 120\nKind regards',
  },
  {
    name: 'stays: a whole letter in a container called reply',
    html: `<div class="reply-body">${p(MINE)}</div>`,
    own: MINE,
  },
  {
    name: 'stays: a signature alone',
    text: `-- \n${SIG}`,
    own: `-- \n${SIG}`,
  },
  {
    name: 'stays: a greater-than sign in a sentence',
    text: 'The rule is\n\n> 40 percent humidity\n\nand not less, in every room.\n\nWren',
    own: 'The rule is\n\n> 40 percent humidity\n\nand not less, in every room.\n\nWren',
  },
];

/** The account's own signature in the cases. */
export const SIGNATURE = SIG;

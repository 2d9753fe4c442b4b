import type { PersonKey } from './people';

/** A message of the demo mailbox. Days and hours are relative to the day the demo is loaded. */
export interface DemoMessage {
  key: string;
  from: PersonKey | 'wren';
  /** Whom it goes to; Wren when absent. */
  to?: PersonKey[];
  cc?: PersonKey[];
  daysAgo: number;
  at: string;
  subject: string;
  text: string;
  html?: string;
  /** Only HTML, without a plain text part. */
  htmlOnly?: boolean;
  attachments?: { name: string; type: string; content: string; encoding?: 'base64'; cid?: string }[];
  /** The message it answers; the text is quoted under it. */
  answers?: string;
  replyTo?: PersonKey;
  answered?: boolean;
  folder?: 'inbox' | 'sent' | 'archive' | 'trash';
}

const DOT =
  'iVBORw0KGgoAAAANSUhEUgAAABAAAAAQCAYAAAAf8/9hAAAAK0lEQVR42mNkYGD4z0ABYKRUM4oBowYMFgNgYHh4eP8pMoCBgYGBkVQDAGbWAhE2ZcKVAAAAAElFTkSuQmCC';

export const messages: DemoMessage[] = [
  // Waiting, the oldest debt first
  {
    key: 'edwin',
    from: 'edwin',
    daysAgo: 6,
    at: '18:42',
    subject: 'Tuning in Great Marlpit',
    text: `Hello,

a friend in Tern Bay gave me your name. We have an upright that has not been tuned for four years. We live in Great Marlpit, about seventy miles north of you. Would you come out here, and what would you charge for the journey?

Edwin Thackery`,
  },
  {
    key: 'pauline',
    from: 'pauline',
    daysAgo: 5,
    at: '10:15',
    subject: 'Piano in the day room',
    text: `Good morning,

two notes in the middle of our day-room piano stick since the heating came on, and the residents notice. Could you come before the carol afternoon on the 12th? There is a code for the side gate now, I will give it to you when we have a date.

Is the dry air bad for it, by the way? It is 34 % on the little meter.

Pauline Vetch
Sandpiper House`,
  },
  {
    key: 'rafiq',
    from: 'rafiq',
    daysAgo: 4,
    at: '21:03',
    subject: 'Borrowing a piano for our daughter',
    text: `Dear Ms Halloway,

our daughter starts lessons in January. We are not ready to buy, and Lucien Abara said you sometimes lend instruments. Do you have one free, what would it cost a month, and who would bring it to the second floor (no lift)?

Many thanks
Rafiq Marlowe`,
  },
  {
    key: 'hana',
    from: 'hana',
    cc: ['delphine'],
    daysAgo: 3,
    at: '09:30',
    subject: 'Concert grand, 5 December',
    text: `Dear Wren,

the recital on 5 December needs the large grand. The soloist asks for 442 Hz and a tuning between the sound check and the doors. Steady Hands will bring the instrument up from the store at 10:00 (Delphine in copy).

1. How long do you need on stage?
2. Would you stay for the interval?

Best wishes
Hana`,
    html: `<div style="font-family:Georgia,serif"><p>Dear Wren,</p><p>the recital on <b>5 December</b> needs the large grand. The soloist asks for <b>442 Hz</b> and a tuning between the sound check and the doors. Steady Hands will bring the instrument up from the store at 10:00 (Delphine in copy).</p><ol><li>How long do you need on stage?</li><li>Would you stay for the interval?</li></ol><p>Best wishes<br>Hana</p></div>`,
  },
  {
    key: 'yuki',
    from: 'yuki',
    daysAgo: 3,
    at: '14:20',
    subject: 'ピアノの調律について',
    text: `ハロウェイ様

はじめまして。ターンベイに引っ越してきた棚部と申します。アップライトピアノの調律をお願いしたいのですが、来月の土曜日は空いていますか。

英語でのお返事で大丈夫です。 (An answer in English is fine.)

棚部 ゆき`,
  },
  {
    key: 'lucien',
    from: 'lucien',
    daysAgo: 2,
    at: '08:05',
    subject: 'Seven pupils, one round?',
    text: `Hi Wren,

seven of my pupils want their pianos done before Christmas, all between Quay Street and the lighthouse. If I send you a list, could you do them in one round? And is there still the price for teachers?

Lucien`,
    attachments: [
      {
        name: 'pupils.csv',
        type: 'text/csv',
        content:
          'name,street,instrument\r\nAda,12 Quay Street,upright\r\nBram,3 Lamp Lane,upright\r\nCora,40 Quay Street,digital and upright\r\n',
      },
    ],
  },
  {
    key: 'ines',
    from: 'ines',
    daysAgo: 2,
    at: '19:47',
    subject: 'Tuning before my mother visits',
    text: `Dear Wren,

could you tune our piano some time in the next two weeks? Mornings are best, any day but Thursday. Last time you came was in spring, I think.

We are still at 7 Gull Steps, but the bell is broken, please knock.

Ines Calloway`,
  },
  {
    key: 'tobias',
    from: 'tobias',
    cc: ['nadia'],
    daysAgo: 1,
    at: '11:26',
    subject: 'Estimate for the hall piano',
    replyTo: 'nadia',
    text: `Dear Wren,

as discussed after assembly: could you let us have the estimate for the hall piano in writing? The head would like to decide this week. Please answer to Nadia in accounts.

Regards
Tobias Renn
Head of Music, Tern Bay School`,
  },
  {
    key: 'olena',
    from: 'olena',
    daysAgo: 1,
    at: '16:58',
    subject: 'Переїзд піаніно / moving our piano',
    text: `Добрий день!

Ми переїжджаємо в лютому. Who can move our piano from the third floor, and how long must it rest before the tuning?

Дякую,
Олена Коваль`,
  },
  {
    key: 'felix',
    from: 'felix',
    daysAgo: 1,
    at: '23:51',
    subject: 'That buzzing low D',
    htmlOnly: true,
    text: '',
    html: `<p>Wren, it's back. The low D buzzes whenever the double bass plays along, and we have the quartet on <i>Friday</i>.</p><p>Can you squeeze us in before? We open at five, so any time before four. Deposit as usual?</p><p><img src="cid:lantern" alt="The Blue Lantern" width="16" height="16"> <img src="https://pictures.bluelantern.example/track.png" alt="" width="1" height="1"><br>Felix, The Blue Lantern</p>`,
    attachments: [{ name: 'lantern.png', type: 'image/png', content: DOT, encoding: 'base64', cid: 'lantern' }],
  },
  {
    key: 'beatriz',
    from: 'beatriz',
    daysAgo: 0,
    at: '07:12',
    subject: 'Re: Estimate for your piano',
    answers: 'w-beatriz',
    text: `Dear Wren,

thank you, that is clear. I have sent the deposit of £120 this morning. Could you confirm that it arrives, and that we have the 9th?

Beatriz`,
  },
  {
    key: 'marguerite',
    from: 'marguerite',
    daysAgo: 0,
    at: '08:40',
    subject: 'Choir rehearsal piano',
    text: `Hello Wren,

the vestry is cold and damp again and the rehearsal piano has gone flat by what sounds like a quarter tone. We sing on Advent Sunday. Is there a day next week?

Yours
Marguerite Oduya, for St Brannock's Choir`,
  },
  {
    key: 'soren',
    from: 'soren',
    daysAgo: 0,
    at: '09:05',
    subject: 'Gate code — Færøgade',
    text: `Hej Wren,

the code for Monday is 4417#. Park behind the bakery.

Søren`,
  },
  // Answered, still in the inbox
  {
    key: 'aoife',
    from: 'aoife',
    daysAgo: 4,
    at: '12:10',
    subject: 'Which day?',
    answered: true,
    text: `Hi Wren, either Tuesday or Wednesday works. Which would you rather?\n\nAoife`,
  },
  {
    key: 'malik',
    from: 'malik',
    daysAgo: 5,
    at: '17:35',
    subject: 'Humidity meter',
    answered: true,
    text: `Hello,\n\nthe meter you left shows 62 in the morning and 48 at night. Is that a problem?\n\nMalik`,
  },
  {
    key: 'priya',
    from: 'priya',
    daysAgo: 7,
    at: '20:22',
    subject: 'New to Tern Bay',
    answered: true,
    text: `Hello,\n\nwe have just moved here with a small grand that has been in storage since summer. When should it be tuned?\n\nThanks\nPriya Venn`,
  },
  {
    key: 'walter',
    from: 'walter',
    daysAgo: 9,
    at: '09:00',
    subject: 'My old upright',
    answered: true,
    text: `Dear Miss Halloway,\n\nmy upright was my aunt's. Two hammers are broken. Would you look at it and tell me honestly whether it is worth the money?\n\nW. Quill`,
  },
  {
    key: 'jonas',
    from: 'jonas',
    daysAgo: 8,
    at: '13:44',
    subject: 'Pedal squeak',
    answered: true,
    text: `Hei,\n\nthe right pedal squeaks. Is that something I can do myself?\n\nJonas`,
  },
  // Earlier, archived
  {
    key: 'beatriz-1',
    from: 'beatriz',
    daysAgo: 16,
    at: '10:02',
    subject: 'Looking at the small grand',
    folder: 'archive',
    answered: true,
    text: `Dear Ms Halloway,\n\nyou looked at our small grand last week. Could you send the estimate? We would like the work done before the 10th of next month.\n\nBeatriz Noronha`,
  },
  {
    key: 'noor',
    from: 'noor',
    daysAgo: 12,
    at: '15:31',
    subject: 'Thank you',
    folder: 'archive',
    text: `It sounds like a different instrument. Thank you.\n\nNoor`,
  },
  {
    key: 'clem',
    from: 'clementine',
    daysAgo: 14,
    at: '18:20',
    subject: 'Half past nine?',
    folder: 'archive',
    answered: true,
    text: `Could you come at half past nine instead of nine? School run.\n\nClementine`,
  },
  {
    key: 'george',
    from: 'george',
    daysAgo: 20,
    at: '11:11',
    subject: 'Invoice',
    folder: 'archive',
    answered: true,
    text: `Could I have the invoice again, with my business name on it? Pemberly Frames.\n\nGeorge`,
  },
  {
    key: 'ottoline',
    from: 'ottoline',
    daysAgo: 22,
    at: '19:19',
    subject: 'Loan piano going back',
    folder: 'archive',
    answered: true,
    text: `Dear Wren,\n\nwe have bought our own. When can the loan piano be fetched?\n\nOttoline Fray`,
  },
  {
    key: 'tamsin',
    from: 'tamsin',
    daysAgo: 24,
    at: '16:00',
    subject: 'Inventory: the late Mr Aldous',
    folder: 'archive',
    answered: true,
    text: `Dear Ms Halloway,\n\nwe act for the estate. Would you value the piano at 2 Customs Row for the inventory, and quote your fee?\n\nYours sincerely\nTamsin Rook`,
    attachments: [
      {
        name: 'reference 2024-117.txt',
        type: 'text/plain',
        content: 'Estate reference 2024-117\nKeys with the caretaker.\n',
      },
    ],
  },
  {
    key: 'lior',
    from: 'lior',
    daysAgo: 26,
    at: '08:33',
    subject: 'כיוון פסנתר',
    folder: 'archive',
    answered: true,
    text: `שלום רן,\n\nאפשר לקבוע כיוון לפסנתר ביום ראשון? The flat is 3B, second entrance.\n\nליאור`,
  },
  {
    key: 'delphine',
    from: 'delphine',
    daysAgo: 27,
    at: '07:45',
    subject: 'Stairs at Customs Row',
    folder: 'archive',
    answered: true,
    text: `Wren, the turn on the second landing is 78 cm. It goes, upright on its end. We need two hours and the street closed on one side.\n\nDelphine\nSteady Hands Removals`,
  },
  {
    key: 'nadia',
    from: 'nadia',
    daysAgo: 30,
    at: '14:05',
    subject: 'Order number for invoices',
    folder: 'archive',
    text: `Please put our order number TBS-4471 on invoices from now on.\n\nNadia Ferris, accounts`,
    attachments: [{ name: 'terms.txt', type: 'text/plain', content: 'Payment within 30 days.\n' }],
  },
  {
    key: 'felix-1',
    from: 'felix',
    daysAgo: 33,
    at: '01:14',
    subject: 'Friday was grand',
    folder: 'archive',
    text: `Whole room noticed. Same again in a month?\n\nF.`,
  },
  {
    key: 'hana-1',
    from: 'hana',
    daysAgo: 35,
    at: '10:48',
    subject: 'Dates for the season',
    folder: 'archive',
    answered: true,
    text: `Dear Wren,\n\nthe dates are in the attached sheet. Please tell me which you cannot do.\n\nHana`,
    attachments: [
      { name: 'season.csv', type: 'text/csv', content: 'date,artist\r\n5 Dec,Recital\r\n14 Jan,Quintet\r\n' },
    ],
  },
  {
    key: 'marguerite-1',
    from: 'marguerite',
    daysAgo: 38,
    at: '17:17',
    subject: 'Key to the vestry',
    folder: 'archive',
    text: `The key is at the verger's, 1 Church Lane, before ten.\n\nMarguerite`,
  },
  {
    key: 'ines-1',
    from: 'ines',
    daysAgo: 190,
    at: '12:00',
    subject: 'Spring tuning',
    folder: 'archive',
    answered: true,
    text: `Dear Wren, the 14th at ten is perfect.\n\nInes`,
  },
  {
    key: 'tobias-1',
    from: 'tobias',
    cc: ['nadia'],
    daysAgo: 44,
    at: '09:20',
    subject: 'Practice rooms',
    folder: 'archive',
    answered: true,
    text: `Dear Wren,\n\nthe three practice rooms are free in the half-term week. Could you do all three uprights in one go?\n\nTobias Renn`,
  },
  {
    key: 'lucien-1',
    from: 'lucien',
    daysAgo: 50,
    at: '22:10',
    subject: 'A pupil on Lamp Lane',
    folder: 'archive',
    answered: true,
    text: `Bram's piano has a dead B flat above middle C. His parents will call you.\n\nLucien`,
  },
  {
    key: 'pauline-1',
    from: 'pauline',
    daysAgo: 60,
    at: '10:30',
    subject: 'Piano concert',
    folder: 'archive',
    text: `The residents loved it that you played something at the end. Would you do so again?\n\nPauline`,
  },
  {
    key: 'aoife-1',
    from: 'aoife',
    daysAgo: 62,
    at: '13:13',
    subject: 'Parking',
    folder: 'archive',
    answered: true,
    text: `You can use our drive, we are both at work.\n\nAoife`,
  },
  {
    key: 'priya-1',
    from: 'priya',
    daysAgo: 70,
    at: '09:59',
    subject: 'Storage',
    folder: 'trash',
    text: `Never mind my last question, the storage firm has answered.\n\nPriya`,
  },
  {
    key: 'malik-1',
    from: 'malik',
    daysAgo: 75,
    at: '18:01',
    subject: 'Castors',
    folder: 'archive',
    answered: true,
    text: `One castor has come off. The piano leans. Is it dangerous?\n\nMalik`,
  },
  {
    key: 'walter-1',
    from: 'walter',
    daysAgo: 82,
    at: '09:09',
    subject: 'A recommendation',
    folder: 'archive',
    text: `Mrs Calloway speaks well of you. I shall write when I have made up my mind.\n\nW. Quill`,
  },
  {
    key: 'jonas-1',
    from: 'jonas',
    daysAgo: 90,
    at: '20:40',
    subject: 'Autumn date',
    folder: 'archive',
    answered: true,
    text: `The second week is better for us.\n\nJonas`,
  },
  // Sent
  {
    key: 'w-beatriz',
    from: 'wren',
    to: ['beatriz'],
    answers: 'beatriz-1',
    daysAgo: 14,
    at: '18:30',
    subject: 'Re: Looking at the small grand',
    folder: 'sent',
    text: `Dear Beatriz,\n\nthank you for letting me look at the small grand. I found worn dampers in the bass and a loose pin block in the treble.\n\nI would do this for £400, parts and tuning included; a deposit of £120 secures the date.\n\nWith kind regards,\n\nWren Halloway`,
  },
  {
    key: 'w-aoife',
    from: 'wren',
    to: ['aoife'],
    answers: 'aoife',
    daysAgo: 3,
    at: '17:02',
    subject: 'Re: Which day?',
    folder: 'sent',
    text: `Dear Aoife,\n\nTuesday, then, at half past nine.\n\nWren Halloway`,
  },
  {
    key: 'w-malik',
    from: 'wren',
    to: ['malik'],
    answers: 'malik',
    daysAgo: 4,
    at: '08:15',
    subject: 'Re: Humidity meter',
    folder: 'sent',
    text: `Dear Malik,\n\nno, that is a good range. Write again if it falls below 40 for more than a week.\n\nWren Halloway`,
  },
  {
    key: 'w-priya',
    from: 'wren',
    to: ['priya'],
    answers: 'priya',
    daysAgo: 6,
    at: '09:41',
    subject: 'Re: New to Tern Bay',
    folder: 'sent',
    text: `Dear Priya,\n\nlet it stand for three weeks, then I come. I can offer two mornings in the new month.\n\nWren Halloway`,
  },
  {
    key: 'w-walter',
    from: 'wren',
    to: ['walter'],
    answers: 'walter',
    daysAgo: 8,
    at: '19:20',
    subject: 'Re: My old upright',
    folder: 'sent',
    text: `Dear Mr Quill,\n\ngladly, and honestly. I am in your street on Thursday.\n\nWren Halloway`,
  },
  {
    key: 'w-jonas',
    from: 'wren',
    to: ['jonas'],
    answers: 'jonas',
    daysAgo: 7,
    at: '07:50',
    subject: 'Re: Pedal squeak',
    folder: 'sent',
    text: `Dear Jonas,\n\na drop of oil on the pin, never on the leather. If that does not help I will look at it in spring.\n\nWren Halloway`,
  },
  {
    key: 'w-clem',
    from: 'wren',
    to: ['clementine'],
    answers: 'clem',
    daysAgo: 14,
    at: '20:00',
    subject: 'Re: Half past nine?',
    folder: 'sent',
    text: `Dear Clementine,\n\nhalf past nine it is.\n\nWren Halloway`,
  },
  {
    key: 'w-george',
    from: 'wren',
    to: ['george'],
    answers: 'george',
    daysAgo: 19,
    at: '12:30',
    subject: 'Re: Invoice',
    folder: 'sent',
    text: `Dear George,\n\nhere it is again, made out to Pemberly Frames.\n\nWren Halloway`,
    attachments: [
      { name: 'invoice 2231.txt', type: 'text/plain', content: 'Invoice 2231\nPemberly Frames\nTuning: 85.00\n' },
    ],
  },
  {
    key: 'w-ottoline',
    from: 'wren',
    to: ['ottoline'],
    cc: ['delphine'],
    answers: 'ottoline',
    daysAgo: 21,
    at: '09:10',
    subject: 'Re: Loan piano going back',
    folder: 'sent',
    text: `Dear Ottoline,\n\ncongratulations. Delphine from Steady Hands (in copy) will name you a day.\n\nWren Halloway`,
  },
  {
    key: 'w-tamsin',
    from: 'wren',
    to: ['tamsin'],
    answers: 'tamsin',
    daysAgo: 23,
    at: '10:10',
    subject: 'Re: Inventory: the late Mr Aldous',
    folder: 'sent',
    text: `Dear Ms Rook,\n\na valuation in writing is £65. I could go on Monday if the caretaker is in.\n\nWren Halloway`,
  },
  {
    key: 'w-lior',
    from: 'wren',
    to: ['lior'],
    answers: 'lior',
    daysAgo: 25,
    at: '18:18',
    subject: 'Re: כיוון פסנתר',
    folder: 'sent',
    text: `Dear Lior,\n\nSundays I keep free, but Monday at eight works.\n\nWren Halloway`,
  },
  {
    key: 'w-delphine',
    from: 'wren',
    to: ['delphine'],
    answers: 'delphine',
    daysAgo: 27,
    at: '08:20',
    subject: 'Re: Stairs at Customs Row',
    folder: 'sent',
    text: `Thank you, Delphine. I tell the solicitors.\n\nWren Halloway`,
  },
  {
    key: 'w-hana',
    from: 'wren',
    to: ['hana'],
    answers: 'hana-1',
    daysAgo: 34,
    at: '21:00',
    subject: 'Re: Dates for the season',
    folder: 'sent',
    text: `Dear Hana,\n\nI can do them all.\n\nWren Halloway`,
  },
  {
    key: 'w-tobias',
    from: 'wren',
    to: ['tobias'],
    cc: ['nadia'],
    answers: 'tobias-1',
    daysAgo: 43,
    at: '16:45',
    subject: 'Re: Practice rooms',
    folder: 'sent',
    text: `Dear Tobias,\n\nall three on the Wednesday of half-term, from nine.\n\nWren Halloway`,
  },
  {
    key: 'w-lucien',
    from: 'wren',
    to: ['lucien'],
    answers: 'lucien-1',
    daysAgo: 49,
    at: '07:30',
    subject: 'Re: A pupil on Lamp Lane',
    folder: 'sent',
    text: `They have, thank you. It was a broken bridle strap.\n\nWren Halloway`,
  },
  {
    key: 'w-malik-1',
    from: 'wren',
    to: ['malik'],
    answers: 'malik-1',
    daysAgo: 75,
    at: '18:40',
    subject: 'Re: Castors',
    folder: 'sent',
    text: `Dear Malik,\n\nplease do not move it. I come tomorrow at eight.\n\nWren Halloway`,
  },
  {
    key: 'w-jonas-1',
    from: 'wren',
    to: ['jonas'],
    answers: 'jonas-1',
    daysAgo: 89,
    at: '09:00',
    subject: 'Re: Autumn date',
    folder: 'sent',
    text: `Dear Jonas,\n\nthen the Tuesday of that week, at eleven.\n\nWren Halloway`,
  },
  {
    key: 'w-aoife-1',
    from: 'wren',
    to: ['aoife'],
    answers: 'aoife-1',
    daysAgo: 62,
    at: '15:00',
    subject: 'Re: Parking',
    folder: 'sent',
    text: `Thank you, that helps a great deal.\n\nWren Halloway`,
  },
  {
    key: 'w-ines-1',
    from: 'wren',
    to: ['ines'],
    answers: 'ines-1',
    daysAgo: 190,
    at: '14:20',
    subject: 'Re: Spring tuning',
    folder: 'sent',
    text: `Dear Ines,\n\nI look forward to it.\n\nWren Halloway`,
  },
  {
    key: 'w-noor',
    from: 'wren',
    to: ['noor'],
    daysAgo: 13,
    at: '19:55',
    subject: 'After my visit',
    folder: 'sent',
    text: `Dear Noor,\n\nthank you for having me on Monday. The top octave settles over the next few days.\n\nWren Halloway`,
  },
];

import type { DemoMessage } from './message';

const DOT =
  'iVBORw0KGgoAAAANSUhEUgAAABAAAAAQCAYAAAAf8/9hAAAAK0lEQVR42mNkYGD4z0ABYKRUM4oBowYMFgNgYHh4eP8pMoCBgYGBkVQDAGbWAhE2ZcKVAAAAAElFTkSuQmCC';

/** Messages that wait for an answer, the oldest debt first. */
export const waiting: DemoMessage[] = [
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
];

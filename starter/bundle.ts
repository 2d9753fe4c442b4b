import { ask, body, day, firstName, p, passage, subject, time } from '../demo/write';
import { BUNDLE_FORMAT, BUNDLE_VERSION, shelfKey } from '#core/library/bundle';

const hello = p('Dear ', firstName(), ',');

const SHELVES = ['First answers', 'Appointments', 'Money', 'Afterwards'].map((name, i) => ({
  key: shelfKey(i + 1),
  name,
  description: '',
  inside: null,
}));

/** Wording that most people who write to clients can use, a shelf for each occasion. */
const NOTES: [
  shelf: number,
  name: string,
  cue: string,
  about: ReturnType<typeof subject>,
  text: ReturnType<typeof body>,
][] = [
  [
    1,
    'Thank you for your message',
    'thx',
    subject(),
    body(
      hello,
      p(
        'thank you for your message about ',
        ask('what it is about'),
        '. I will look into it and come back to you by ',
        day('answer by'),
        '.',
      ),
    ),
  ],
  [
    1,
    'I need to know more',
    'more',
    subject(),
    body(
      hello,
      p('thank you for writing. Before I can give you a proper answer, I need to know:'),
      p(ask('what is missing')),
      p('A short line is enough.'),
    ),
  ],
  [
    1,
    'This is not what I do',
    '',
    subject(),
    body(
      hello,
      p('thank you for asking me. ', ask('what they asked for'), ' is not something I do, so I would not do it well.'),
      passage('somebody else', { on: false }, p(ask('somebody else'), ' may be able to help you.')),
    ),
  ],
  [
    1,
    'Away until',
    'away',
    subject('Away until ', day('back on')),
    body(
      hello,
      p('I am away and back on ', day('back on'), '. I will answer then, in the order in which messages came.'),
    ),
  ],
  [
    2,
    'Offer two appointments',
    'two',
    subject('An appointment'),
    body(
      hello,
      p(
        'I could see you on ',
        day('first day'),
        ' at ',
        time('first time'),
        ' or on ',
        day('second day'),
        ' at ',
        time('second time'),
        '. Please tell me which suits you; if neither does, name two days that would.',
      ),
    ),
  ],
  [
    2,
    'Confirm an appointment',
    'conf',
    subject('Your appointment on ', day('day')),
    body(
      hello,
      p('this is to confirm ', day('day'), ' at ', time('time'), ', at ', ask('place'), '.'),
      passage('what to bring', { on: false }, p('Please bring ', ask('what to bring'), '.')),
      p('If something comes up, a short message is enough.'),
    ),
  ],
  [
    2,
    'Move an appointment',
    '',
    subject(),
    body(
      hello,
      p(
        'I am sorry, I have to move our appointment on ',
        day('day'),
        '. Would ',
        day('new day'),
        ' at ',
        time('new time'),
        ' suit you instead?',
      ),
    ),
  ],
  [
    2,
    'Reminder of an appointment',
    'rem',
    subject('Reminder: ', day('day')),
    body(hello, p('a short reminder: we meet on ', day('day'), ' at ', time('time'), '. I look forward to it.')),
  ],
  [
    3,
    'Here is the estimate',
    'est',
    subject('Estimate for ', ask('work')),
    body(
      hello,
      p(
        'for ',
        ask('work'),
        ' I estimate ',
        ask('amount'),
        '. The estimate holds until ',
        day('holds until'),
        '. If it turns out to be more, I ask you first.',
      ),
    ),
  ],
  [
    3,
    'Invoice enclosed',
    'inv',
    subject('Invoice ', ask('number')),
    body(
      hello,
      p(
        'enclosed is invoice ',
        ask('number'),
        ' over ',
        ask('amount'),
        ', due on ',
        day('due'),
        '. Thank you for the work.',
      ),
    ),
  ],
  [
    3,
    'Payment reminder, friendly',
    '',
    subject('Invoice ', ask('number')),
    body(
      hello,
      p(
        'invoice ',
        ask('number'),
        ' of ',
        day('sent on'),
        ' over ',
        ask('amount'),
        ' is still open. It may have slipped past you; could you have a look? If it was paid meanwhile, please take this as done.',
      ),
    ),
  ],
  [
    4,
    'Thank you afterwards',
    '',
    subject(),
    body(
      hello,
      p('thank you for ', ask('what for'), '. ', ask('something personal')),
      p('If anything is not as it should be, write to me at once.'),
    ),
  ],
];

/** The starter set as a bundle, read in by the same door as any other. */
export function starterBundle(): string {
  return JSON.stringify({
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
    shelves: SHELVES,
    notes: NOTES.map(([shelf, name, cue, about, text]) => ({
      name,
      cue,
      subject: about,
      body: text,
      shelf: shelfKey(shelf),
    })),
  });
}

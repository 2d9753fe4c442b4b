import type { DocJson } from '../core/note/schema';
import { ask, body, bold, bullets, company, firstName, link, mine, numbered, p, subject, today } from './write';

export interface DemoNote {
  name: string;
  subject: DocJson;
  body: DocJson;
  pinned?: boolean;
  /** How often it was inserted, and how many days ago last. */
  used: number;
  lastUsedDaysAgo: number;
}

const hello = p('Dear ', firstName(), ',');
const none = subject();

export const notes: DemoNote[] = [
  {
    name: 'Offer two appointments',
    subject: subject('Tuning appointment'),
    pinned: true,
    used: 41,
    lastUsedDaysAgo: 1,
    body: body(
      hello,
      p(
        'thank you for your message. I can come on ',
        ask('first day', 'weekday and date'),
        ' or on ',
        ask('second day', 'weekday and date'),
        ', each time at ',
        ask('time', 'for example half past nine'),
        '. A tuning takes about an hour and a half, and the room should be quiet while I work.',
      ),
      p('Please tell me which suits you. If neither does, name two days that would.'),
      p('With kind regards,'),
    ),
  },
  {
    name: 'Confirm an appointment',
    subject: subject('Your appointment on ', ask('day', 'weekday and date')),
    pinned: true,
    used: 63,
    lastUsedDaysAgo: 0,
    body: body(
      hello,
      p(
        'this is to confirm ',
        ask('day', 'weekday and date'),
        ' at ',
        ask('time', 'for example half past nine'),
        '. I will ring the bell at ',
        ask('address', 'street and number'),
        '; should anything change, call me on ',
        mine('telephone'),
        '.',
      ),
      p('Until ', ask('day', 'weekday and date'), ','),
    ),
  },
  {
    name: 'Ask for gate code and parking',
    subject: none,
    pinned: true,
    used: 22,
    lastUsedDaysAgo: 3,
    body: body(
      p(
        'Two small things help me to be on time: is there a gate code or a bell I should know, and where may I leave the van? I bring about fifteen kilos of tools.',
      ),
    ),
  },
  {
    name: 'What to prepare before a tuning',
    subject: subject('Before your tuning'),
    pinned: true,
    used: 37,
    lastUsedDaysAgo: 2,
    body: body(
      p('To make the most of the visit, please:'),
      bullets(
        ['clear the lid and the music desk'],
        ['keep the room at its usual warmth from the evening before'],
        ['close the windows, and have no washing machine or vacuum cleaner running'],
      ),
      p('If a key sticks or a note buzzes, leave a slip of paper on it.'),
    ),
  },
  {
    name: 'Estimate after an inspection',
    subject: subject('Estimate for your piano'),
    used: 18,
    lastUsedDaysAgo: 5,
    body: body(
      hello,
      p(
        'thank you for letting me look at the ',
        ask('instrument', 'make and model'),
        ' on ',
        ask('inspection day'),
        '. I found ',
        ask('findings', 'what needs doing'),
        '.',
      ),
      p(
        'I would do this for ',
        bold('£'),
        ask('price', 'in pounds'),
        ', parts and tuning included. The estimate holds until the end of next month; a deposit of £',
        ask('deposit', 'in pounds'),
        ' secures the date.',
      ),
      p('With kind regards,'),
    ),
  },
  {
    name: 'Humidity advice',
    subject: subject('Humidity and your piano'),
    used: 26,
    lastUsedDaysAgo: 8,
    body: body(
      hello,
      p(
        'a piano keeps its tune best between 45 and 60 per cent humidity. In ',
        today('month'),
        ' the heating dries the air, and the soundboard shrinks with it.',
      ),
      numbered(
        ['Put a hygrometer near the instrument, out of the sun.'],
        ['Below 40 per cent for more than a week: a humidifier, filled every day.'],
        ['Above 65 per cent: air the room, and move the piano off an outside wall.'],
      ),
      p('More on this is on the page about ', link('caring for a piano', 'https://halloway-pianos.example/care'), '.'),
    ),
  },
  {
    name: 'Moving a piano: how to prepare',
    subject: subject('Moving your piano'),
    used: 9,
    lastUsedDaysAgo: 20,
    body: body(
      hello,
      p(
        'I do not move pianos myself, but I work with people who do it well. They will need from you: the floor it leaves, the floor it goes to, the width of the narrowest door, and whether there are turns in the stairs.',
      ),
      p('Let it stand in its new room for ', ask('weeks', 'usually two to three'), ' weeks before I tune it.'),
    ),
  },
  {
    name: 'Deposit received',
    subject: subject('Deposit received'),
    used: 14,
    lastUsedDaysAgo: 6,
    body: body(
      hello,
      p(
        'your deposit of £',
        ask('amount', 'in pounds'),
        ' arrived today, ',
        today('date'),
        '. The date is yours. The rest is due after the work, under the reference ',
        mine('bank reference'),
        '.',
      ),
    ),
  },
  {
    name: 'Deposit reminder',
    subject: subject('A reminder about your deposit'),
    used: 7,
    lastUsedDaysAgo: 30,
    body: body(
      hello,
      p(
        'the deposit of £',
        ask('amount', 'in pounds'),
        ' for ',
        ask('work', 'what it is for'),
        ' has not reached me yet. I keep the date free until ',
        ask('until', 'weekday and date'),
        '.',
      ),
      p('If it is on its way, please disregard this.'),
    ),
  },
  {
    name: 'Loan instrument: terms',
    subject: subject('A piano on loan'),
    used: 11,
    lastUsedDaysAgo: 12,
    body: body(
      hello,
      p(
        'gladly. The ',
        ask('loan piano', 'which of them'),
        ' is free from ',
        ask('from', 'date'),
        '. The loan is £',
        ask('monthly price', 'in pounds'),
        ' a month, the first tuning in your house included; delivery goes by the removal firm’s price.',
      ),
      p('I ask for three months at least, and for a room without underfloor heating.'),
    ),
  },
  {
    name: 'After the visit',
    subject: subject('After my visit'),
    used: 33,
    lastUsedDaysAgo: 1,
    body: body(
      hello,
      p(
        'thank you for having me on ',
        ask('day of visit'),
        '. The ',
        ask('instrument', 'make and model'),
        ' settles over the next few days; a little drift in the top octave is normal. If anything sticks or rattles within four weeks, write to me and I come back at no charge.',
      ),
      p('The next tuning would be due in ', ask('next due', 'month'), '.'),
    ),
  },
  {
    name: 'Seasonal reminder',
    subject: subject('Time for your ', ask('season', 'for example autumn'), ' tuning'),
    used: 48,
    lastUsedDaysAgo: 15,
    body: body(
      hello,
      p(
        'it is about half a year since I last tuned your piano. I am in your part of town on ',
        ask('visit days', 'days'),
        '. Shall I put you down?',
      ),
    ),
  },
  {
    name: 'Outside my area',
    subject: none,
    used: 6,
    lastUsedDaysAgo: 40,
    body: body(
      hello,
      p(
        'thank you for asking. I work within about thirty miles of Tern Bay, and ',
        ask('place'),
        ' lies beyond that; by the time I arrived I would have to charge you more for the road than for the work.',
      ),
      p('The register of piano technicians will name somebody close to you.'),
    ),
  },
  {
    name: 'Teacher discount',
    subject: subject('Tuning for you and your pupils'),
    used: 8,
    lastUsedDaysAgo: 25,
    body: body(
      hello,
      p(
        'for teachers I take 15 per cent off each tuning from the third instrument in a year, your pupils’ included. Send me a list with addresses, and I arrange the visits street by street.',
      ),
    ),
  },
  {
    name: 'Invoice to an institution',
    subject: subject('Invoice, ', company()),
    used: 16,
    lastUsedDaysAgo: 9,
    body: body(
      hello,
      p(
        'attached is the invoice for the work at ',
        company(),
        ' in ',
        ask('month of work'),
        ', number ',
        ask('invoice number'),
        '. Payment within thirty days to the account named there, please, with the reference ',
        mine('bank reference'),
        '.',
      ),
    ),
  },
  {
    name: 'Running late',
    subject: none,
    used: 12,
    lastUsedDaysAgo: 4,
    body: body(
      p(
        'I am running about ',
        ask('minutes'),
        ' minutes late this ',
        today('weekday'),
        '. If that is too late for you, call me on ',
        mine('telephone'),
        ' and we find another day.',
      ),
    ),
  },
  {
    name: 'Directions to the workshop',
    subject: none,
    used: 10,
    lastUsedDaysAgo: 11,
    body: body(
      p(
        'The workshop is at ',
        mine('workshop'),
        '. Come through the arch beside the chandler’s; the bell is on the left. There is room for one car in the yard.',
      ),
    ),
  },
  {
    name: 'Concert tuning: what I need',
    subject: subject('Tuning for the concert on ', ask('concert day')),
    used: 19,
    lastUsedDaysAgo: 7,
    body: body(
      hello,
      p(
        'for ',
        company(),
        ' on ',
        ask('concert day'),
        ' I need two quiet hours on stage, with the lights as they will be in the evening, and the pitch you want (I take 442 Hz unless told otherwise). I stay for the ',
        ask('stay', 'sound check, interval'),
        ' if you wish.',
      ),
    ),
  },
];

import type { DocJson } from '../core/note/schema';
import {
  ask,
  body,
  bullets,
  caret,
  cell,
  choice,
  company,
  day,
  entry,
  firstName,
  link,
  mine,
  money,
  number,
  numbered,
  own,
  p,
  passage,
  reckoned,
  rows,
  stretch,
  subject,
  theirs,
  time,
  today,
  wording,
} from './write';

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
        day('first day', { pattern: 'EEEE d MMMM' }),
        ' or on ',
        day('second day', { pattern: 'EEEE d MMMM' }),
        ', each time at ',
        time('time'),
        '. A tuning takes about an hour and a half, and the room should be quiet while I work.',
      ),
      p('Please tell me which suits you. If neither does, name two days that would.'),
      p('With kind regards,'),
    ),
  },
  {
    name: 'Confirm an appointment',
    subject: subject('Your appointment on ', day('day')),
    pinned: true,
    used: 63,
    lastUsedDaysAgo: 0,
    body: body(
      hello,
      p(
        'this is to confirm ',
        day('day'),
        ' at ',
        time('time'),
        '. I will ring the bell at ',
        own('street', 'street'),
        '; should anything change, call me on ',
        mine('telephone'),
        '.',
      ),
      passage(
        'gate code',
        { on: false },
        p('Thank you for the code ', theirs('gate code', 'a reference'), '; I keep it to myself.'),
      ),
      p('Until ', day('day'), ','),
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
        own('instrument', 'instrument'),
        '. I found ',
        choice(
          'findings',
          [
            ['hammers', 'the hammers worn and grooved'],
            ['strings', 'rust on ', number('strings', { hint: 'how many', least: 1, most: 230 }), ' strings'],
            ['pins', 'some tuning pins loose'],
            ['dampers', 'the dampers hard'],
            ['action', 'the action out of regulation'],
          ],
          { several: true, hint: 'all that apply' },
        ),
        '.',
      ),
      p(
        'I would do this for ',
        money('price', { least: 10 }),
        ', parts and tuning included. The estimate holds until ',
        day('until', { from: 'today', count: 1, unit: 'month', weekday: false }),
        '; a deposit of ',
        reckoned('deposit', {
          operation: 'percentage',
          operands: [
            { blank: '', column: '', number: 30 },
            { blank: 'price', column: '', number: 0 },
          ],
          rounding: 'up',
          step: 5,
        }),
        ' secures the date.',
      ),
      passage(
        'loan piano',
        { on: false },
        p('While yours is in the workshop, a piano on loan can stand in its place.'),
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
      p(
        'Let it stand in its new room for ',
        ask('weeks', 'how many', { value: 'two to three' }),
        ' weeks before I tune it.',
      ),
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
        'your deposit of ',
        money('amount'),
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
        'the deposit of ',
        money('amount'),
        ' for ',
        ask('work', 'what it is for'),
        ' has not reached me yet. I keep the date free until ',
        day('until', { from: 'today', count: 5, unit: 'working day' }),
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
        cell('loans', 'piano', 'piano'),
        ' is free from ',
        cell('loans', 'free', 'free from', 'piano'),
        '. The loan is ',
        cell('loans', 'monthly', 'a month', 'piano'),
        ' a month, so ',
        reckoned('all months', {
          operation: 'product',
          operands: [
            { blank: 'months', column: '', number: 0 },
            { blank: 'a month', column: '', number: 0 },
          ],
        }),
        ' for ',
        number('months', { least: 3, most: 36, hint: 'three at least' }),
        ' months, the first tuning in your house included.',
      ),
      passage(
        'picture',
        { when: { blank: 'picture', test: 'not empty', value: '' } },
        p('It is shown here: ', cell('loans', 'picture', 'picture', 'piano')),
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
        day('day of visit', { weekday: true, pattern: 'EEEE' }),
        '. The ',
        own('instrument', 'instrument'),
        ' settles over the next few days; a little drift in the top octave is normal. If anything sticks or rattles within four weeks, write to me and I come back at no charge.',
      ),
      p(caret()),
      p(
        'The next tuning would be due in ',
        day('next due', { from: 'day of visit', count: 6, unit: 'month', pattern: 'MMMM yyyy' }),
        '.',
      ),
    ),
  },
  {
    name: 'Seasonal reminder',
    subject: subject(
      'Time for your ',
      choice('season', [
        ['spring', 'spring'],
        ['autumn', 'autumn'],
      ]),
      ' tuning',
    ),
    used: 48,
    lastUsedDaysAgo: 15,
    body: body(
      hello,
      p(
        'it is about half a year since I last tuned your piano. I am in ',
        cell('towns', 'town', 'town'),
        ' on ',
        cell('towns', 'days', 'visit days', 'town'),
        ', next on ',
        cell('towns', 'next', 'next round', 'town'),
        '.',
        ...stretch(
          'travel fee',
          { when: { blank: 'travel fee', test: 'not empty', value: '' } },
          ' The way there adds ',
          cell('towns', 'fee', 'travel fee', 'town'),
          ' to the price.',
        ),
        ' Shall I put you down?',
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
        ...stretch(
          'their question',
          { on: false },
          'thank you for writing about “',
          theirs('their subject', 'subject'),
          '”. ',
        ),
        'I work within about thirty miles of Tern Bay, and ',
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
    name: 'Prices of what was asked about',
    subject: subject('Prices'),
    pinned: true,
    used: 29,
    lastUsedDaysAgo: 2,
    body: body(
      hello,
      p(
        'thank you for asking about ',
        theirs('their subject', 'subject'),
        '. These are my prices, tools and travel in town included:',
      ),
      p(
        rows('services', 'services', {
          form: 'table',
          titles: true,
          order: 'lookup',
          columns: [
            { title: 'Service', wording: wording(entry('services', 'service')) },
            { title: 'Price', wording: wording(entry('services', 'price')) },
            { title: 'Takes', wording: wording('about ', entry('services', 'duration')) },
          ],
        }),
      ),
      p(
        'Together that is ',
        reckoned('together', { operation: 'sum', operands: [{ blank: 'services', column: 'price', number: 0 }] }),
        '.',
        ...stretch(
          'teacher discount',
          { on: false },
          ' For teachers I take 15 per cent off from the third instrument in a year.',
        ),
      ),
      p('With kind regards,'),
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
        ask('month of work', 'month'),
        ', number ',
        ask('invoice number'),
        '. Payment by ',
        day('pay by', { from: 'today', count: 30, unit: 'day', weekday: false }),
        ' to the account named there, please, with the reference ',
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
        'Good ',
        today('part of the day'),
        ', I am running about ',
        number('minutes', { least: 1, most: 240 }),
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
    subject: subject('Tuning for the concert on ', day('concert day')),
    used: 19,
    lastUsedDaysAgo: 7,
    body: body(
      hello,
      p(
        'for ',
        company(),
        ' on ',
        day('concert day'),
        ' I need two quiet hours on stage, with the lights as they will be in the evening, and the pitch you want (I take 442 Hz unless told otherwise). I stay for the ',
        choice(
          'stay',
          [
            ['sound check', 'sound check'],
            ['interval', 'interval'],
            ['second half', 'second half'],
          ],
          { several: true, joined: 'or' },
        ),
        ' if you wish.',
      ),
    ),
  },
];

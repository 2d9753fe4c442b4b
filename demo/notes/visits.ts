import {
  ask,
  body,
  bullets,
  choice,
  day,
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
  subject,
  theirs,
  time,
  today,
} from '../write';
import type { DemoNote } from './note';

const hello = p('Dear ', firstName(), ',');
const none = subject();

/** Before a visit, and what is said at one. */
export const visits: DemoNote[] = [
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
];

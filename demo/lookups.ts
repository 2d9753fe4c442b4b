import type { Column, Row } from '#core/lookup/lookup';

export interface DemoLookup {
  /** How the demo's notes name it. */
  key: string;
  name: string;
  columns: Column[];
  keyColumn: string;
  rows: Row[];
}

const table = (columns: Column[], ...lines: string[][]): Pick<DemoLookup, 'columns' | 'rows'> => ({
  columns,
  rows: lines.map((line) =>
    Object.fromEntries(columns.map(({ id }, i) => [id, line[i] ?? '']).filter(([, cell]) => cell)),
  ),
});

export const lookups: DemoLookup[] = [
  {
    key: 'services',
    name: 'Services',
    keyColumn: 'service',
    ...table(
      [
        { id: 'service', name: 'Service', type: 'text' },
        { id: 'price', name: 'Price', type: 'money' },
        { id: 'duration', name: 'Duration', type: 'text' },
        { id: 'prepare', name: 'What to prepare', type: 'text' },
      ],
      ['Tuning, upright', '95', 'an hour and a half', 'a clear lid and a quiet room'],
      ['Tuning, grand', '115', 'two hours', 'a clear lid and a quiet room'],
      ['Concert tuning', '140', 'two hours and the sound check', 'the stage to ourselves, with the lights on'],
      ['Pitch raise', '60', 'an hour more', ''],
      ['Regulation, upright', '280', 'one day', 'a table for the action'],
      ['Regulation, grand', '420', 'a day and a half', 'a table for the action'],
      ['Voicing', '160', 'half a day', 'somebody who plays it'],
      ['Key repair, each', '18', 'twenty minutes', ''],
      ['String, each', '32', 'half an hour, and again after a week', ''],
      ['Humidity system', '490', 'half a day', 'a socket within two metres'],
      ['Inspection with report', '75', 'an hour', 'the papers of the instrument, if there are any'],
      ['Cleaning', '85', 'two hours', 'a vacuum cleaner'],
    ),
  },
  {
    key: 'towns',
    name: 'Towns',
    keyColumn: 'town',
    ...table(
      [
        { id: 'town', name: 'Town', type: 'text' },
        { id: 'days', name: 'Visit days', type: 'text' },
        { id: 'fee', name: 'Travel fee', type: 'money' },
        { id: 'parking', name: 'Parking', type: 'text' },
        { id: 'next', name: 'Next round', type: 'date' },
        { id: 'ferry', name: 'By ferry', type: 'yes/no' },
      ],
      ['Tern Bay', 'Tuesday and Thursday', '', 'by the fish market, free until noon', '2027-01-12', 'no'],
      ['Sandpiper Point', 'Wednesday', '8', 'in the lane behind the chapel', '2027-01-13', 'no'],
      ['Færøgade Quay', 'the first Monday of the month', '25', '', '2027-01-04', 'yes'],
      ['Upper Lanning', 'Friday', '12', 'in front of the school', '2027-01-15', 'no'],
      ['Netherby', 'every second Wednesday', '15', '', '2027-01-20', 'no'],
      ['St Brannock', 'Thursday', '10', 'on the green, not on Sundays', '2027-01-14', 'no'],
      ['Gull Island', 'by arrangement', '45', 'at the landing stage', '2027-03-01', 'yes'],
    ),
  },
  {
    key: 'loans',
    name: 'Loan pianos',
    keyColumn: 'piano',
    ...table(
      [
        { id: 'piano', name: 'Piano', type: 'text' },
        { id: 'monthly', name: 'A month', type: 'money' },
        { id: 'free', name: 'Free from', type: 'date' },
        { id: 'keys', name: 'Keys', type: 'number' },
        { id: 'picture', name: 'Picture', type: 'link' },
      ],
      ['Marlow 112, walnut', '38', '2027-01-08', '88', 'https://halloway-pianos.example/loan/marlow-112'],
      ['Ashdown studio, black', '45', '2026-12-14', '88', 'https://halloway-pianos.example/loan/ashdown'],
      ['Pell & Sons cottage, oak', '29', '2027-02-01', '85', 'https://halloway-pianos.example/loan/pell'],
      ['Verity 158 grand', '95', '2027-04-01', '88', ''],
    ),
  },
];

/** The demo's shelves, each after the one around it, and what stands on them: note name, cue, description. */
export const shelves: { name: string; around?: string; description: string; notes: [string, string, string][] }[] = [
  {
    name: 'Appointments',
    description: 'Finding a day, confirming it, getting there',
    notes: [
      ['Offer two appointments', 'ota', 'The usual first answer to “when could you come?”'],
      ['Confirm an appointment', 'cnf', ''],
      ['Running late', 'rlt', 'From the road, to be sent before the time agreed'],
    ],
  },
  {
    name: 'Getting there',
    around: 'Appointments',
    description: 'Gates, parking, the way to the workshop',
    notes: [
      ['Ask for gate code and parking', 'gcp', ''],
      ['Directions to the workshop', 'dtw', ''],
    ],
  },
  {
    name: 'Money',
    description: 'Estimates, deposits, invoices, discounts',
    notes: [
      ['Estimate after an inspection', 'estm', 'With a table of the work found, and what it adds up to'],
      ['Deposit received', '', ''],
      ['Deposit reminder', '', 'Friendly; the second one is written by hand'],
      ['Teacher discount', '', ''],
      ['Prices of what was asked about', 'prc', ''],
      ['Invoice to an institution', 'inv', 'School, church, concert hall: with a purchase order'],
    ],
  },
  {
    name: 'Care',
    description: 'What owners ask about their instruments',
    notes: [
      ['Humidity advice', 'hum', 'For the heating season'],
      ['What to prepare before a tuning', 'prp', ''],
      ['After the visit', '', ''],
      ['Seasonal reminder', '', 'Twice a year, to the families'],
    ],
  },
  {
    name: 'Moving and lending',
    description: '',
    notes: [
      ['Moving a piano: how to prepare', 'mvg', ''],
      ['Loan instrument: terms', 'lnt', ''],
    ],
  },
];

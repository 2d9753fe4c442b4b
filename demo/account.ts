import { bold, p } from './write';

/** Wren Halloway, piano technician in the invented town of Tern Bay. */
export const account = {
  name: 'Wren Halloway',
  address: 'wren@halloway-pianos.example',
  locale: 'en-GB',
  timeZone: 'Europe/London',
  fields: [
    { name: 'telephone', value: '01632 960 418' },
    { name: 'workshop', value: '4 Net Loft Yard, Tern Bay' },
    { name: 'bank reference', value: 'HALLOWAY CARE' },
  ],
  signatures: {
    signatures: [
      {
        id: 'workshop',
        name: 'The workshop',
        body: {
          type: 'doc',
          content: [p(bold('Wren Halloway')), p('Halloway Piano Care, 4 Net Loft Yard, Tern Bay'), p('01632 960 418')],
        },
      },
      {
        id: 'concert-hire',
        name: 'Concert hire',
        body: {
          type: 'doc',
          content: [p(bold('Wren Halloway'), ', concert hire'), p('Halloway Piano Care, Tern Bay · 01632 960 419')],
        },
      },
    ],
    signatureNew: 'workshop',
    signatureAnswer: 'workshop',
  },
};

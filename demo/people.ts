/** The people of Wren's world: a short key, name as it stands in their mail, address, company. */
export const people = {
  ines: ['Ines Calloway', 'ines.calloway@harbourpost.example', ''],
  tobias: ['Tobias Renn', 't.renn@ternbayschool.example', 'Tern Bay School'],
  marguerite: ['Marguerite Oduya', 'choir@stbrannock.example', "St Brannock's Choir"],
  felix: ['Felix Arkwright', 'felix@bluelantern.example', 'The Blue Lantern'],
  hana: ['Dr Hana Sorensen', 'hana.sorensen@meridianhall.example', 'Meridian Hall'],
  pauline: ['Pauline Vetch', 'p.vetch@sandpiperhouse.example', 'Sandpiper House'],
  lucien: ['Lucien Abara', 'lucien@abara-pianolessons.example', ''],
  yuki: ['棚部 ゆき', 'yuki.tanabe@harbourpost.example', ''],
  olena: ['Олена Коваль', 'olena.koval@ternmail.example', ''],
  soren: ['Lindqvist, Søren', 'soren@lindqvist.example', ''],
  beatriz: ['Beatriz Noronha', 'bea.noronha@ternmail.example', ''],
  george: ['George Pemberly', 'george@pemberly.example', ''],
  aoife: ['Aoife Brannigan', 'aoife.b@harbourpost.example', ''],
  malik: ['Malik Devereux', 'malik.devereux@ternmail.example', ''],
  tamsin: ['Tamsin Rook', 'tamsin@rookandrook.example', 'Rook & Rook Solicitors'],
  ottoline: ['Ottoline Fray', 'ottoline.fray@harbourpost.example', ''],
  rafiq: ['Rafiq Marlowe', 'rafiq@marlowe-family.example', ''],
  clementine: ['Clementine Osei', 'clem.osei@ternmail.example', ''],
  jonas: ['Jonas Halvard', 'jonas.halvard@ternmail.example', ''],
  priya: ['Priya Venn', 'priya.venn@harbourpost.example', ''],
  walter: ['Walter Quill', 'wquill@ternmail.example', ''],
  delphine: ['Delphine Marchetti', 'office@steadyhands.example', 'Steady Hands Removals'],
  noor: ['Noor Castellane', 'noor@castellane.example', ''],
  edwin: ['Edwin Thackery', 'edwin.thackery@farmail.example', ''],
  lior: ['ליאור בן־עמי', 'lior@ternmail.example', ''],
  nadia: ['Nadia Ferris', 'accounts@ternbayschool.example', 'Tern Bay School'],
} as const satisfies Record<string, readonly [string, string, string]>;

export type PersonKey = keyof typeof people;

/** What Wren has noted of some of them, and the notes they were sent, by how many days ago. */
export const known: Partial<Record<PersonKey, { fields?: Record<string, string>; sent?: Record<string, number> }>> = {
  aoife: {
    fields: { Piano: 'Upright, 1962, in the front room', 'Gate code': '2208#', Phone: '01632 960 114' },
    sent: { 'Confirm an appointment': 16, 'What to prepare before a tuning': 16 },
  },
  marguerite: { fields: { Piano: 'Baby grand in the vestry', Key: 'with the verger, Mr Poole' } },
  hana: { fields: { Piano: 'Concert grand, stage left', 'Stage door': 'ring twice, ask for Ilse' } },
  malik: { fields: { Piano: 'Digital, on the second floor' }, sent: { 'Offer two appointments': 9 } },
  walter: { fields: { Piano: 'Upright, kept for his grandchildren', Phone: '01632 960 187' } },
};

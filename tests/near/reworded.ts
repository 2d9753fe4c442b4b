/** A note of the demo and the same matter written again by hand, in other words. */
export interface Reworded {
  note: string;
  text: string;
}

/** Those the threshold was found on. */
export const REWORDED: Reworded[] = [
  {
    note: 'Offer two appointments',
    text: 'Hello Mira, thanks for writing. I could tune it on Tuesday or Friday, both at ten. Please allow an hour and a half for the tuning and keep the room quiet meanwhile. Let me know which of the two you prefer, or suggest other days.',
  },
  {
    note: 'Ask for gate code and parking',
    text: 'Before I set out: where can I park the van, and do I need a code for the gate or is there a bell? My tools weigh some fifteen kilos, so the nearer the better.',
  },
  {
    note: 'What to prepare before a tuning',
    text: 'Before the tuning, please take everything off the lid and the music desk, keep the windows closed and the room as warm as usual since the evening, and leave the vacuum cleaner and the washing machine off. Mark any key that sticks with a slip of paper.',
  },
  {
    note: 'Humidity advice',
    text: 'Hi Tom, your piano likes humidity between 45 and 60 per cent. When the heating is on the air gets dry and the soundboard shrinks. Get a hygrometer and keep it near the piano, not in the sun. If it shows less than 40 per cent for over a week, use a humidifier and fill it daily; over 65, air the room.',
  },
  {
    note: 'Deposit reminder',
    text: 'Dear Anna, I have not had the deposit of £60 for the regulation so far. Until Friday the date stays free for you. Should the money already be on its way, disregard this reminder.',
  },
  {
    note: 'After the visit',
    text: 'Hello Jo, it was good to be with you today. For some days the piano will settle, and the top octave may drift a little, which is normal. Should anything rattle or stick in the next four weeks, write and I will come back free of charge. Your next tuning is due in May.',
  },
  {
    note: 'Outside my area',
    text: 'Thank you for your message. Unfortunately Westmere lies outside the thirty miles around Tern Bay that I work in, and the road would cost you more than the work itself. Try the register of piano technicians for somebody nearer to you.',
  },
  {
    note: 'Directions to the workshop',
    text: 'You find the workshop at 4 Quay Lane: go through the arch next to the chandler and ring the bell on the left. One car fits in the yard.',
  },
];

/** Those it was measured on once. */
export const HELD_OUT: Reworded[] = [
  {
    note: 'Confirm an appointment',
    text: 'Hello Ben, I confirm our appointment on 3 March at two. I shall ring at 12 Hill Street. Call me if anything changes. I keep the gate code to myself, thank you for it.',
  },
  {
    note: 'Estimate after an inspection',
    text: 'Dear Ms Orr, thanks for letting me see the grand. What I found: worn hammers. All that would cost £480 with parts and tuning. My estimate is good until June; pay a deposit of £100 and the date is secured. During the time in the workshop you can have a loan piano.',
  },
  {
    note: 'Moving a piano: how to prepare',
    text: 'I am not a mover, but work with good people who move pianos. Tell them on which floor it stands and to which it goes, how wide the narrowest door is, and if the stairs turn. I tune it once it has stood in the new room for three weeks.',
  },
  {
    note: 'Loan instrument: terms',
    text: 'Gladly, Sam. You can have the small upright from April. The loan costs £25 a month, £150 for six months, and that includes the first tuning at your house. The least is three months; please no underfloor heating in the room.',
  },
  {
    note: 'Seasonal reminder',
    text: 'Hello, your piano was last tuned by me half a year ago. My next round in Harrow Quay is on the 14th. The travel fee comes on top of the price. Do you want me to put you down for it?',
  },
  {
    note: 'Teacher discount',
    text: 'Teachers get 15 per cent off every tuning once they have had two instruments tuned in a year, and pupils count too. Please send the addresses as a list; I will arrange visits by street.',
  },
  {
    note: 'Running late',
    text: 'Sorry, I am about twenty minutes late today. Ring me if this is too late and we will find some other day.',
  },
  {
    note: 'Concert tuning: what I need',
    text: 'For the concert on Saturday I would need the stage for two quiet hours, lit as in the evening. Which pitch do you want? Without other word I take 442 Hz. If wished I stay for the concert.',
  },
];

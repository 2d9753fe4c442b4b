/** Messages in English. A line with `@` begins one: to, mode, subject, what is wrong with it, and what is beside the letter. */
export const EN = `
@ Ada Marsh | reply | Tuning in December | |
Dear Ada,

Thank you for your message. I can come on Tuesday 1 December at half past nine. Please keep the room at its usual temperature.

Kind regards,
Wren
@ Tomas Reed | reply | Moving the upright | |
Hello Tomas,

Moving an upright on one floor costs 180 euros, with two people and a trolley. Wednesday, 2 December would suit us.

Best wishes,
Wren
@ Priya Nair | reply | School pianos | wrong-weekday |
Dear Priya,

I will be at the school on Monday 1 December and begin with the hall.

Kind regards,
Wren
@ Ada Marsh | new | Humidity over the winter | |
Dear Ada,

From now until March the heating dries the air. Between 45 and 55 per cent is what the soundboard likes. A bowl of water does not help; a humidifier in the room does.

All the best,
Wren
@ Oskar Lindqvist | new | Estimate for the choir room | file-missing |
Dear Oskar,

Please find attached the estimate for the work on the choir piano. It is valid for eight weeks.

Kind regards,
Wren
@ Oskar Lindqvist | new | Estimate for the choir room | | files=estimate-choir.pdf:120000
Dear Oskar,

Please find attached the estimate for the work on the choir piano. It is valid for eight weeks.

Kind regards,
Wren
@ Ada Marsh | reply | Gate code | other-greeting |
Dear Tomas,

The gate code is noted, and I shall park behind the house.

Kind regards,
Wren
@ Marta Vidal | reply | Loan piano | |
Dear Marta,

The loan piano can stay with you until the end of January. The deposit is returned when it comes back.

Kind regards,
Wren
@ Marta Vidal | new | Loan piano | two-greetings |
Dear Marta,

Thank you for asking about the loan.

Hello Marta,

the loan piano can stay with you until the end of January.

Kind regards,
Wren
@ Jonas Weber | reply | Teacher discount | word-twice |
Dear Jonas,

Teachers pay ten per cent less for for every visit in term time.

Kind regards,
Wren
@ Helga Brandt | reply | Dates for the home | |
Dear Mrs Brandt,

I know that that is short notice, and the residents had had a long week. Would Friday 4 December do?

Kind regards,
Wren Halloway
@ Noor El-Amin | reply | Concert on Saturday | |
Dear Noor,

The grand will be ready by noon on Saturday. I tune again at five, after the rehearsal.

See you there,
Wren
@ Ada Marsh | new | Visit on 3 December | subject-differs |
Dear Ada,

I have put you down for 10 December at nine. Please leave the lid free.

Kind regards,
Wren
@ Ada Marsh | new | Visit on 10 December | |
Dear Ada,

I have put you down for 10 December at nine. Please leave the lid free.

Kind regards,
Wren
@ Priya Nair | new | Tuning at 9:00 | subject-differs |
Dear Priya,

The caretaker will let me in at 10:30, and the hall is mine until noon.

Kind regards,
Wren
@ Tomas Reed | reply | Deposit | past-day |
Dear Tomas,

Please send the deposit by 12 November, and I will keep the date for you.

Kind regards,
Wren
@ Tomas Reed | reply | Deposit | |
Dear Tomas,

Your deposit was received on 12 November. Thank you.

Kind regards,
Wren
@ Ada Marsh | reply | Thank you | two-closings |
Dear Ada,

It was a pleasure to work on your Bechstein.

Kind regards,
Wren

Best wishes,
Wren Halloway
@ Ada Marsh | reply | Thank you | |
Dear Ada,

It was a pleasure to work on your instrument.

Many thanks,

Kind regards,
Wren
@ Ada Marsh | reply | Prices | other-link |
Dear Ada,

All prices stand on [www.halloway.example/prices](https://old.halloway-site.example/p), as of this week.

Kind regards,
Wren
@ Ada Marsh | reply | Prices | |
Dear Ada,

All prices stand on [our page of prices](https://www.halloway.example/prices), and on [halloway.example](https://www.halloway.example/).

Kind regards,
Wren
@ Ada Marsh | reply | Prices | dead-link |
Dear Ada,

All prices stand on [our page of prices](https://prices), as of this week.

Kind regards,
Wren
@ Ada Marsh | reply | Key with a picture | picture-unnamed |
Dear Ada,

This is the key that sticks: ![]

Kind regards,
Wren
@ Ada Marsh | reply | Key with a picture | |
Dear Ada,

This is the key that sticks: ![the fourth black key]

Kind regards,
Wren
@ Wren Halloway <wren@halloway.example> | new | Note to file | own-address |
Hello,

the choir wants the date moved. Ring Oskar.

Wren
@ Ada Marsh <ada@cleint.example> | new | Tuning | near-address |
Dear Ada,

Thank you. I shall be there.

Kind regards,
Wren
@ Ada Marshall <ada@marshall.example> | new | Tuning | |
Dear Ada,

Thank you for your call. I shall be there.

Kind regards,
Wren
@ Noor El-Amin | reply-all | Rehearsal | meant-for-one | cc=Oskar Lindqvist
Dear Noor,

Just between you and me, the hall is too cold for that instrument.

Kind regards,
Wren
@ Noor El-Amin | reply-all | Rehearsal | | cc=Oskar Lindqvist
Dear Noor,

The hall should be at twenty degrees by four, please.

Kind regards,
Wren
@ Noor El-Amin | reply | Rehearsal | meant-for-all | orig-to=Wren Halloway, Oskar Lindqvist, Marta Vidal
Dear all,

The rehearsal may begin at five; I need an hour before.

Kind regards,
Wren
@ Noor El-Amin | reply | Rehearsal | | orig-to=Wren Halloway, Oskar Lindqvist, Marta Vidal
Dear Noor,

The rehearsal may begin at five; I need an hour before.

Kind regards,
Wren
@ Ada Marsh | reply | Aftercare | same-note | before=Aftercare
Dear Ada,

After the work the strings need a few weeks to settle.

Kind regards,
Wren
@ Ada Marsh | new | Recordings | too-large | files=recordings.zip:19000000
Dear Ada,

The recordings are attached, as promised.

Kind regards,
Wren
@ Ada Marsh | new | Opening hours | file-unsaid | files=scan0012.pdf:90000
Dear Ada,

We are open from nine to five, Monday to Friday.

Kind regards,
Wren
@ Ada Marsh | new | Opening hours | | files=scan0012.pdf:90000
Dear Ada,

Here is the invoice for the last visit.

Kind regards,
Wren
@ Ada Marsh | new | A question | signature-missing | no-signature
Dear Ada,

Could you measure the door for me?

Kind regards
@ Ada Marsh | new | A question | | no-signature
Dear Ada,

Could you measure the door for me?

Kind regards,
Wren
@ Ada Marsh | new | A question | signature-twice |
Dear Ada,

Could you measure the door for me?

Wren Halloway
Halloway Piano Care, Tern Bay
@ Ada Marsh | new | | no-subject |
Dear Ada,

Could you measure the door for me?

Kind regards,
Wren
@ Ada Marsh | new | Tuning | open-mark |
Dear Ada,

I will come on [date] at nine.

Kind regards,
Wren
@ Ada Marsh | new | Tuning | open-blank |
Dear Ada,

I will come on <<day>> at nine.

Kind regards,
Wren
@ Ada Marsh | reply | Tuning | slip |
Dear Ada,

I recieve the new strings this week and come when they are here.

Kind regards,
Wren
@ Ada Marsh | reply | Tuning | |
Dear Ada,

The label attached to the frame gives the year: 1911. Thank you for the photos you sent.

Kind regards,
Wren
@ Ada Marsh | reply | Your attachment | |
Dear Ada,

Thank you for your attachment; I could open it without trouble. No attachment is needed for the rest.

Kind regards,
Wren
@ Priya Nair | reply | Pianos in the annexe | other-name |
Dear Priya,

I looked at both instruments last week. Thank you, Tomas, for the key. The caretaker has it again.

Kind regards,
Wren
@ Priya Nair | reply | Pianos in the annexe | |
Dear Priya,

I looked at both instruments last week with Tomas Reed, who moves them. Thank you, Priya, for the key.

Kind regards,
Wren
@ Robert Oake <rob@oake.example> | reply | Voicing | |
Hi Rob,

Voicing takes half a day. I could do Thursday, December 3.

Cheers,
Wren
@ Robert Oake <rob@oake.example> | reply | Voicing | wrong-weekday |
Hi Rob,

Voicing takes half a day. I could do Thursday, December 4.

Cheers,
Wren
@ Robert Oake <rob@oake.example> | reply | Voicing | wrong-weekday |
Hi Rob,

Put me down for 15 January 2027 (Thursday), the whole morning.

Cheers,
Wren
@ Robert Oake <rob@oake.example> | reply | Voicing | |
Hi Rob,

You wrote on Tuesday 3 March about the hammers, and again on Friday 20 November. Put me down for 15 January 2027 (Friday).

Cheers,
Wren
@ Parish Office <office@parish.example> | reply | Harmonium | |
Dear Sir or Madam,

Thank you for writing. I do not work on harmoniums; Mr Lindqvist may know somebody.

Yours faithfully,
Wren Halloway
@ Parish Office <office@parish.example> | reply | Harmonium | |
Good morning,

Thanks for the pictures. The bellows look sound, but I do not work on harmoniums.

Kind regards,
Wren
@ Tern Bay Jazz <info@jazz.example> | new | Piano for Friday | |
Hello everyone,

The upright comes at two. Please have the stage clear, and both doors open.

Cheers,
Wren
@ Tomas Reed, Marta Vidal | new | Piano for Friday | meant-for-one |
Hello both,

The upright comes at two. Please don't share the door code.

Cheers,
Wren
@ Tomas Reed | reply | Invoice 2214 | | files=invoice-2214.pdf:80000
Dear Tomas,

Invoice 2214 is enclosed. It was due on 20 November, so no hurry at all.

Kind regards,
Wren
@ Tomas Reed | reply | Invoice 2214 | file-missing |
Dear Tomas,

I have attached invoice 2214 once more.

Kind regards,
Wren
@ Tomas Reed | reply | Invoice 2214 | file-missing |
Dear Tomas,

Invoice 2214 is enclosed. Thank you for your patience.

Kind regards,
Wren
@ Tomas Reed | reply | Invoice 2214 | open-mark |
Dear Tomas,

Invoice 2214 is over EUR xxxxx, as agreed.

Kind regards,
Wren
@ Helga Brandt | new | Seasonal reminder | past-day |
Dear Mrs Brandt,

The next tuning is due. I could come on 20.11.2026 in the morning.

Kind regards,
Wren
@ Helga Brandt | new | Seasonal reminder | |
Dear Mrs Brandt,

The last tuning was on 20.11.2025. I could come on 9.12.2026 in the morning, or in the new year.

Kind regards,
Wren
@ Helga Brandt | new | Seasonal reminder | same-note | before=Seasonal reminder
Dear Mrs Brandt,

It is a year since the last tuning. Shall I propose a date?

Kind regards,
Wren
@ Marta Vidal | reply | Stool | word-twice |
Hi Marta,

The the stool is in the van, and the lamp too.

Cheers,
Wren
@ Marta Vidal | reply | Stool | |
Hi Marta,

It is very very good of you. Bora Bora can wait, so so can the lamp.

Cheers,
Wren
@ Marta Vidal | reply | Stool | slip |
Hi Marta,

The stool is teh one with the brass feet.

Cheers,
Wren
@ Marta Vidal | reply | Stool | signature-twice |
Hi Marta,

The stool is in the van.

Kind regards,
Wren Halloway
Halloway Piano Care, Tern Bay
01632 960 120
@ Marta Vidal | reply | Stool | other-greeting |
Hello Ada and Peter,

The stool is in the van.

Cheers,
Wren
@ Marta Vidal | reply | Stool | other-greeting |
Oskar,

the stool is in the van.

Cheers,
Wren
@ Ada Marsh | reply | Humidifier | | orig=Could you tell me which one, Peter asks too.
Dear Ada,

The small one will do. Thank you, Peter, for asking.

Kind regards,
Wren
@ Ada Marsh | reply | Humidifier | | orig=Which one? Yours, Benedict
Dear Benedict,

The small one will do for a room of that size.

Kind regards,
Wren
@ ada@client.example | reply | Humidifier | |
Hello Ada,

The small one will do for a room of that size.

Kind regards,
Wren
@ ada@client.example | reply | Humidifier | other-greeting |
Hello Marta,

The small one will do for a room of that size.

Kind regards,
Wren
@ Ada Marsh | reply | Humidifier | two-closings |
Dear Ada,

The small one will do.

All the best,
Wren

Yours sincerely,
Wren
@ Ada Marsh | reply | Humidifier | other-link |
Dear Ada,

Order from [shop@dryair.example](mailto:sales@wetair.example) and name me.

Kind regards,
Wren
@ Ada Marsh | reply | Humidifier | |
Dear Ada,

Order from [shop@dryair.example](mailto:shop@dryair.example) or ring [01632 960 777](tel:01632960777).

Kind regards,
Wren
@ Ada Marsh | reply | Humidifier | dead-link |
Dear Ada,

Order from [the shop](mailto:) and name me.

Kind regards,
Wren
@ Ada Marsh | reply | Humidifier | nothing-written |

@ Ada Marsh | new | Parking on 9 December | subject-differs |
Dear Ada,

For our visit on 16 December, please keep the space before the garage free.

Kind regards,
Wren
@ Ada Marsh | reply | Parking on 9 December | |
Dear Ada,

9 December is full, I am afraid. Would 16 December do?

Kind regards,
Wren
@ Noor El-Amin | new | Two grands | too-large | files=hall-plan.pdf:9000000,photos.zip:9000000
Dear Noor,

The plan of the stage and the photos are attached.

Kind regards,
Wren
@ Noor El-Amin | new | Two grands | picture-unnamed |
Dear Noor,

So I would set them: ![] with the lids to the hall.

Kind regards,
Wren
@ Noor El-Amin | new | Two grands | file-unsaid | files=IMG_4401.heic:900000
Dear Noor,

Both should stand by four o'clock.

Kind regards,
Wren
@ Noor El-Amin | new | Two grands | | files=stage-drawing.heic:900000
Dear Noor,

As on the drawing of the stage, both should stand by four o'clock.

Kind regards,
Wren
@ Noor El-Amin <noor@hal.example> | reply | Two grands | near-address |
Dear Noor,

Both should stand by four o'clock.

Kind regards,
Wren
@ | new | Two grands | no-recipient |
Dear Noor,

Both should stand by four o'clock.

Kind regards,
Wren
@ Noor <noor(at)hall> | new | Two grands | bad-address |
Dear Noor,

Both should stand by four o'clock.

Kind regards,
Wren
@ Noor El-Amin | reply | Two grands | meant-for-all | orig-to=Wren Halloway, Tomas Reed
Dear Noor,

It would help if all of you were there at four.

Kind regards,
Wren
@ Noor El-Amin | reply | Two grands | |
Hi there,

happy to help. The tuning lasts an hour and a half, and I need quiet.

Best,
Wren
@ Jonas Weber | reply | Recital | |
Dear Jonas,

See [1] for the list of strings, and bring API notes if you like. Open 9 to 5 (not on Sunday).

Kind regards,
Wren
@ Jonas Weber | reply | Recital | other-name |
Dear Jonas,

The recital is a fine idea. Ada, I could lend you the small grand.

Kind regards,
Wren
@ Jonas Weber | reply | Recital | open-blank |
Dear Jonas,

The recital costs <<price>> with the loan.

Kind regards,
Wren
`;

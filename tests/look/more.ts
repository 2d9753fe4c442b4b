/** More messages, most of them with nothing wrong: what looks like a fault and is none. */
export const MORE = {
  en: `
@ Ada Marsh | reply | Keys | |
Dear Ada and family,

the three keys on the left now move freely. If one sticks again, ring me before you press it harder.

Kind regards,
Wren
@ Tomas Reed | reply | Lorry | |
Hi Tomas

The lorry has a tail lift. See you on Monday, 30 November, at the yard.

Wren
@ Priya Nair | reply-all | Hall piano | | cc=Ada Marsh
Dear Priya, dear Ada,

Could you let the caretaker know? The lid should be locked after the show.

Kind regards,
Wren
@ Oskar Lindqvist | new | Two dates to choose from | |
Dear Oskar,

Either Monday 7 December or Thursday 10 December would suit me; both from two o'clock.

Kind regards,
Wren
@ Noor El-Amin | new | Tuning on 12 December at 3 pm | |
Dear Noor,

I confirm 12 December at 3 pm, and again at 6 pm after the rehearsal.

Kind regards,
Wren
@ Marta Vidal | reply | Invoice | |
Dear Marta,

The invoice you sent me was paid on 23 November. You attached it twice, by the way.

Kind regards,
Wren
@ Ada Marsh | reply | Old letters | |
Dear Ada,

How lovely. I am very attached to that old piano too, and would not part with it.

Kind regards,
Wren
@ Jonas Weber | reply | Pupils | |
Dear Jonas,

Your pupils may use the studio until 22 December. What they break they need not mend; what is is.

Kind regards,
Wren
@ Tomas Reed | new | Stairs | | files=stairs.jpg:400000
Hello Tomas,

These are the stairs I spoke of. The turn is 92 cm wide.

Best,
Wren
@ Helga Brandt | reply | Singing hour | |
Dear Mrs Brandt,

I remember Mr Weber well: he played at the singing hour in 2019. On 4 March 2024 he gave his last one.

Kind regards,
Wren Halloway
@ Ada Marsh | forward | Your question | |
Dear Ada,

Tomas Reed asked me to pass this on to you.

Kind regards,
Wren
@ Ada Marsh | reply | New strings | |
Good evening Ada,

New strings stretch. The first tuning holds a week, the second a month, the third half a year.

Best wishes,
Wren
@ Ada Marsh | reply | Visit | |
Dear Ada,

Would Fri 4 Dec do? Or Tues 8 Dec, before ten?

Best,
Wren
@ Wren Halloway | new | Remember | own-address |
Order felt.

Wren
@ Wren Halloway, Ada Marsh | new | Order | own-address |
Dear Ada,

the felt is on its way.

Wren
@ | reply | Order | no-recipient |
Dear Ada,

the felt is on its way.

Wren
@ | new | Order | no-recipient |
Dear Ada,

the felt is on its way.

Wren
@ Ada <ada@> | new | Order | bad-address |
Dear Ada,

the felt is on its way.

Wren
@ Ada <ada client.example> | new | Order | bad-address |
Dear Ada,

the felt is on its way.

Wren
@ Ada Marsh | new | Order | nothing-written |

@ Ada Marsh | new | Order | nothing-written |

@ Ada Marsh | reply | Old strings | |
Dear Ada,

Strings from before 1920 are softer. I keep them where I can, and say so where I cannot.

Kind regards,
Wren
@ Tomas Reed | reply | Rain | |
Hi Tomas,

If it rains on Tuesday we wait until it stops. A wet lid is worse than a late one.

Wren
@ Tomas Reed, Marta Vidal | reply-all | Rain | |
Hello both,

if it rains we wait. Tell the driver, please.

Wren
@ Priya Nair | new | Term dates | | files=term-dates.pdf:50000
Dear Priya,

The term dates are attached to this message.

Kind regards,
Wren
@ Priya Nair | reply | Term dates | |
Dear Ms Nair,

Term ends on 18 December, so 16 December is the last visit.

Kind regards,
Wren Halloway
@ Noor El-Amin | reply | Stage | |
Noor,

four o'clock it is. I shall be early.

Wren
@ Oskar Lindqvist | reply | Choir | |
Dear Oskar,

On 24 November you asked about a second bench. There is one in the vestry; the sexton has the key.

Kind regards,
Wren
@ Oskar Lindqvist | reply | Choir | |
Dear Oskar, dear choir,

I wish you all a good start into Advent.

Kind regards,
Wren
@ Ada Marsh | reply | Voicing | |
Hi Ada,

three things: needles, patience, and a good lamp. I bring all three.

Cheers,
Wren
`,
  de: `
@ Helga Brandt | reply | Regen | |
Liebe Frau Brandt,

wenn es regnet, warten wir. Ein nasser Deckel ist schlimmer als ein später.

Herzliche Grüße
Wren
@ Helga Brandt | reply | Regen | |
Liebe Frau Brandt,

am 24. November haben Sie nach einer zweiten Bank gefragt. Im Keller steht eine.

Herzliche Grüße
Wren
@ Helga Brandt | reply | Schlüssel | |
Liebe Frau Brandt,

der Schlüssel liegt beim Pförtner. Sie sie bitte nicht suchen lassen, das Schild hängt an der Tür.

Herzliche Grüße
Wren Halloway
@ Jonas Weber | reply | Noten | |
Hallo Herr Weber,

am Dienstag, 8. Dezember, oder am Do., 10.12., könnte ich die Noten mitbringen.

Viele Grüße
Wren
@ Jonas Weber | new | Zwei Termine | |
Lieber Jonas,

am Montag, den 7.12.2026, um 14 Uhr oder am Freitag, den 11.12.2026, um 9 Uhr.

Viele Grüße
Wren
@ Jonas Weber | reply | Mechanik | |
Hallo Jonas,

seit dem 3. November war die Mechanik in der Werkstatt, und bis Weihnachten ist sie fertig.

Viele Grüße
Wren
@ Helga Brandt | new | Foto | | files=IMG_1.jpg:300000
Guten Tag Frau Brandt,

auf dem Foto sieht man den Riss im Boden.

Viele Grüße
Wren
@ Helga Brandt | reply | Chor | |
Liebe Frau Brandt,

Herr Weber und ich haben uns getroffen. Er grüßt Sie.

Viele Grüße
Wren
@ Helga Brandt | reply | Chor | |
Guten Abend,

der Chor singt am Sonntag um elf. Das Klavier stimme ich am Samstag.

Viele Grüße
Wren Halloway
@ Jonas Weber | reply | Nachtrag | |
Hallo Jonas,

keinen Anhang mehr, bitte: mein Postfach ist voll. Ihren Anhang von gestern habe ich gelesen.

Viele Grüße
Wren
@ Jonas Weber | reply | Deckel | |
Hallo Jonas,

der Deckel, der der Nachbarin gehört, ist das, das das Regal hält.

Viele Grüße
Wren
`,
  fr: `
@ Claire Fontaine | reply | Pluie | |
Bonjour Claire,

S'il pleut, nous attendrons. Un couvercle mouillé est pire qu'un retard.

Cordialement,
Wren
@ Claire Fontaine | reply | Pluie | |
Chère Madame,

Vous avez demandé le 24 novembre une deuxième banquette. Il y en a une à la cave.

Cordialement,
Wren
@ Claire Fontaine | reply | Clés | |
Chère Claire,

La clé est chez le gardien. Nous nous voyons mardi 8 décembre.

Bien à vous,
Wren
@ Claire Fontaine | new | Deux dates | |
Bonjour Claire,

Le lundi 7 décembre à 14h00 ou le vendredi 11 décembre à 9h00 me conviendrait.

Cordialement,
Wren
@ Claire Fontaine | reply | Mécanique | |
Bonjour Claire,

Depuis le 3 novembre la mécanique était à l'atelier ; elle sera prête avant Noël.

Cordialement,
Wren
@ Claire Fontaine | new | Photo | | files=IMG_1.jpg:300000
Bonjour Claire,

Sur la photo on voit la fente.

Cordialement,
Wren
@ Claire Fontaine | reply | Chorale | |
Bonsoir Claire,

Marta Vidal et moi nous sommes vues hier. Elle vous salue.

Cordialement,
Wren
@ Claire Fontaine | reply | Clavier | |
Bonjour Madame,

Les touches sont très attachées à la barre, c'est normal au début.

Cordialement,
Wren
@ Claire Fontaine | reply | Merci | |
Bonjour Claire,

C'est moi qui vous remercie. À bientôt !

Wren
@ Claire Fontaine | reply | Clavier | |
Bonjour Claire,

L'accord dure une heure et demie. Il me faut du silence, et une prise.

Bien cordialement,
Wren
@ Claire Fontaine | reply | Horaires | |
Bonjour Claire,

Le mer. 9 décembre ou le jeu. 10 décembre, comme vous voulez.

Cordialement,
Wren
`,
  es: `
@ Lucía Romero | reply | Lluvia | |
Hola Lucía:

Si llueve, esperamos. Una tapa mojada es peor que un retraso.

Saludos,
Wren
@ Lucía Romero | reply | Lluvia | |
Hola Lucía:

El 24 de noviembre me preguntó por otra banqueta. Hay una en el sótano.

Saludos,
Wren
@ Lucía Romero | reply | Llaves | |
Querida Lucía:

La llave está con el conserje. Nos vemos el martes 8 de diciembre.

Un saludo,
Wren
@ Lucía Romero | new | Dos fechas | |
Hola Lucía:

El lunes 7 de diciembre a las 14:00 o el viernes 11 de diciembre a las 9:00 me va bien.

Saludos,
Wren
@ Lucía Romero | reply | Mecánica | |
Hola Lucía:

Desde el 3 de noviembre la mecánica estuvo en el taller; estará lista antes de Navidad.

Saludos,
Wren
@ Lucía Romero | new | Foto | | files=IMG_1.jpg:300000
Hola Lucía:

En la foto se ve la grieta.

Saludos,
Wren
@ Lucía Romero | reply | Coro | |
Buenas tardes Lucía:

Marta Vidal y yo nos vimos ayer. Le manda saludos.

Saludos,
Wren
@ Lucía Romero | reply | Teclado | |
Estimada señora Romero:

La afinación dura hora y media. Necesito silencio y un enchufe.

Atentamente,
Wren Halloway
@ Lucía Romero | reply | Gracias | |
Hola Lucía:

Gracias a usted. ¡Hasta pronto!

Wren
@ Lucía Romero | reply | Teclado | |
Hola Lucía:

No, no hace falta. El mié 9 de diciembre o el jue 10 de diciembre, como quiera.

Saludos,
Wren
@ Lucía Romero | reply | Teclado | |
Hola Lucía:

Las teclas son de tilo; las negras, de ébano. Todas están en su sitio.

Saludos,
Wren
`,
};

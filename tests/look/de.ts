/** Messages in German, written as those in English. */
export const DE = `
@ Jonas Weber | reply | Stimmung im Dezember | |
Lieber Herr Weber,

vielen Dank für Ihre Nachricht. Ich komme am Dienstag, den 1. Dezember, um halb zehn.

Mit freundlichen Grüßen
Wren Halloway
@ Jonas Weber | reply | Stimmung im Dezember | wrong-weekday |
Lieber Herr Weber,

ich komme am Mittwoch, den 1. Dezember, um halb zehn.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | new | Kostenvoranschlag | file-missing |
Sehr geehrte Frau Brandt,

anbei der Kostenvoranschlag für das Klavier im Speisesaal.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | new | Kostenvoranschlag | | files=kostenvoranschlag.pdf:90000
Sehr geehrte Frau Brandt,

anbei der Kostenvoranschlag für das Klavier im Speisesaal.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | reply | Ihr Anhang | |
Sehr geehrte Frau Brandt,

danke für Ihren Anhang. Die Liste ist vollständig.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | reply | Termine | other-greeting |
Sehr geehrte Frau Marsh,

der Termin steht. Bitte lassen Sie den Deckel frei.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | reply | Termine | |
Guten Tag Frau Brandt,

der Termin steht. Bitte lassen Sie den Deckel frei, die die Bewohner sonst gern schmücken.

Herzliche Grüße
Wren Halloway
@ Jonas Weber | reply | Rabatt | word-twice |
Lieber Jonas,

Lehrer zahlen zehn Prozent weniger für für jeden Besuch.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Rabatt | |
Lieber Jonas,

Lehrer zahlen zehn Prozent weniger. Am Freitag, 4.12., bin ich in der Nähe.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Rabatt | wrong-weekday |
Lieber Jonas,

am Freitag, 3.12., bin ich in der Nähe.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Anzahlung | past-day |
Lieber Jonas,

bitte überweisen Sie die Anzahlung bis 12. November, dann halte ich den Termin frei.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Anzahlung | |
Lieber Jonas,

Ihre Anzahlung vom 12. November habe ich erhalten.

Herzliche Grüße
Wren
@ Helga Brandt | new | Besuch am 3. Dezember | subject-differs |
Sehr geehrte Frau Brandt,

ich habe Sie für den 10. Dezember eingetragen.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | new | Besuch am 10. Dezember | |
Sehr geehrte Frau Brandt,

ich habe Sie für den 10. Dezember um 9 Uhr eingetragen.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | new | Stimmung um 9 Uhr | subject-differs |
Sehr geehrte Frau Brandt,

der Hausmeister lässt mich um 10:30 Uhr hinein.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | reply | Danke | two-closings |
Sehr geehrte Frau Brandt,

es war mir eine Freude.

Mit freundlichen Grüßen
Wren Halloway

Herzliche Grüße
Wren
@ Helga Brandt | reply | Danke | |
Sehr geehrte Frau Brandt,

es war mir eine Freude.

Vielen Dank

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | new | Luftfeuchte | two-greetings |
Sehr geehrte Frau Brandt,

danke für Ihre Frage.

Guten Tag Frau Brandt,

im Winter trocknet die Heizung die Luft.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | new | Luftfeuchte | |
Sehr geehrte Frau Brandt,

im Winter trocknet die Heizung die Luft. Guten Morgen sagt das Klavier dann mit Verstimmung.

Mit freundlichen Grüßen
Wren Halloway
@ Jonas Weber, Helga Brandt | reply-all | Probe | meant-for-one |
Lieber Jonas,

unter uns, der Saal ist zu kalt.

Herzliche Grüße
Wren
@ Jonas Weber, Helga Brandt | reply-all | Probe | |
Liebe Frau Brandt, lieber Herr Weber,

der Saal sollte um vier warm sein.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Probe | meant-for-all | orig-to=Wren Halloway, Helga Brandt, Ada Marsh
Liebe alle,

die Probe kann um fünf beginnen.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Probe | |
Hallo Jonas,

die Probe kann um fünf beginnen, am Samstag, 12. Dezember 2026.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Probe | wrong-weekday |
Hallo Jonas,

die Probe kann um fünf beginnen, am Sonntag, 12. Dezember 2026.

Herzliche Grüße
Wren
@ Jonas Weber | new | Pflege | same-note | before=Pflege
Hallo Jonas,

nach der Arbeit brauchen die Saiten einige Wochen.

Herzliche Grüße
Wren
@ Jonas Weber | new | Öffnungszeiten | file-unsaid | files=scan.pdf:90000
Hallo Jonas,

wir sind von neun bis fünf da.

Herzliche Grüße
Wren
@ Jonas Weber | new | Öffnungszeiten | | files=scan.pdf:90000
Hallo Jonas,

hier ist die Rechnung vom letzten Besuch.

Herzliche Grüße
Wren
@ Jonas Weber | new | Aufnahmen | too-large | files=aufnahmen.zip:22000000
Hallo Jonas,

die Aufnahmen sind im Anhang.

Herzliche Grüße
Wren
@ Jonas Weber | new | Frage | signature-missing | no-signature
Hallo Jonas,

können Sie die Tür messen?

Herzliche Grüße
@ Jonas Weber | new | Frage | | no-signature
Hallo Jonas,

können Sie die Tür messen?

Herzliche Grüße
Wren
@ Jonas Weber | new | Frage | signature-twice |
Hallo Jonas,

können Sie die Tür messen?

Wren Halloway
Halloway Piano Care, Tern Bay
01632 960 120
@ Jonas Weber | new | Stimmung | open-mark |
Hallo Jonas,

ich komme am [Datum] um neun.

Herzliche Grüße
Wren
@ Jonas Weber | new | Stimmung | other-name |
Hallo Jonas,

danke, Helga, für den Schlüssel. Er hängt wieder am Brett.

Herzliche Grüße
Wren
@ Jonas Weber | new | Stimmung | |
Hallo Jonas,

Frau Brandt hat mir den Schlüssel gegeben; danke, Jonas, für den Weg.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Preise | other-link |
Hallo Jonas,

alle Preise stehen auf [www.halloway.example](https://andere.example/).

Herzliche Grüße
Wren
@ Jonas Weber | reply | Preise | |
Hallo Jonas,

alle Preise stehen auf [der Seite](https://www.halloway.example/preise).

Herzliche Grüße
Wren
@ Jonas Weber <jonas@webr.example> | reply | Preise | near-address |
Hallo Jonas,

alle Preise stehen auf der Seite.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | slip |
Hallo Jonas,

die Saiten sind eingetrofen und liegen bereit.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | |
Hallo Jonas,

die Saiten sind eingetroffen und liegen bereit. Moin moin an alle im Haus.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | file-missing |
Hallo Jonas,

im Anhang finden Sie die Maße der Saiten.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | picture-unnamed |
Hallo Jonas,

so sieht die Saite aus: ![]

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | |
Hallo Jonas,

so sieht die Saite aus: ![eine Basssaite]

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | dead-link |
Hallo Jonas,

hier ist [die Liste](https://liste) der Saiten.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | open-blank |
Hallo Jonas,

sie kosten <<Preis>> das Stück.

Herzliche Grüße
Wren
@ Jonas Weber | new | | no-subject |
Hallo Jonas,

sie liegen bereit.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | |
Hallo Jonas,

am 20. November war ich bei Frau Brandt; bis Mittwoch, 9. Dezember, sind alle Saiten da.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | past-day |
Hallo Jonas,

ich werde am 20. November bei Ihnen sein und bringe alles mit.

Herzliche Grüße
Wren
@ Jonas Weber | reply | Saiten | |
Hallo Jonas,

der Rahmen ist mit dem Boden verleimt, das Schild ist unten angebracht.

Herzliche Grüße
Wren
@ Helga Brandt | reply | Rechnung | |
Sehr geehrte Frau Brandt,

ohne Anhang geht es auch: die Rechnung hat die Nummer 2214.

Mit freundlichen Grüßen
Wren Halloway
@ Helga Brandt | reply | Rechnung | other-greeting |
Lieber Jonas,

die Rechnung hat die Nummer 2214.

Mit freundlichen Grüßen
Wren Halloway
`;

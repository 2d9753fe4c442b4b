import type { LetterCase } from './cases';

/** More messages, in ten languages, with signatures as offices and telephones write them. No account's signature is known here. */

const p = (text: string) =>
  text
    .split('\n')
    .map((line) => `<p style="margin:0">${line || '<br>'}</p>`)
    .join('');

/** An own letter, and what stands under it. */
const signed = (name: string, own: string, under: string): LetterCase => ({ name, text: `${own}\n${under}`, own });
/** An own letter and the history of the message below it. */
const answered = (name: string, own: string, history: string): LetterCase => ({
  name,
  text: `${own}\n\n${history}`,
  own,
});
/** A letter that stays as it is, to the last line. */
const whole = (name: string, own: string): LetterCase => ({ name, text: own, own });

const EN = 'Dear Mr Okafor,\n\nThe roof can be done in March. I enclose the figures.\n\nKind regards,\nLinnea Frost';
const DE =
  'Sehr geehrte Frau Brandt,\n\ngern nehme ich den Termin am Dienstag an.\n\nMit freundlichen Grüßen\nLinnea Frost';
const FR = 'Bonjour Monsieur Perrin,\n\nLe devis vous parviendra lundi.\n\nCordialement,\nLinnea Frost';
const ES = 'Estimada señora Ruiz:\n\nLe confirmo la cita del jueves.\n\nUn saludo,\nLinnea Frost';
const IT = 'Gentile signora Conti,\n\nla stanza è libera dal 3 al 6.\n\nCordiali saluti\nLinnea Frost';
const PL = 'Szanowny Panie,\n\npotwierdzam termin wizyty.\n\nZ poważaniem\nLinnea Frost';
const NL = 'Beste mevrouw De Wit,\n\nDinsdag om tien uur past goed.\n\nMet vriendelijke groet,\nLinnea Frost';
const SV = 'Hej Karin,\n\nTisdag passar bra.\n\nMed vänliga hälsningar\nLinnea Frost';
const JA = '山田様\n\nお世話になっております。来週の火曜日に伺います。\n\nよろしくお願いいたします。\n森';
const RU = 'Здравствуйте, Анна!\n\nВстречу подтверждаю, вторник в десять.\n\nС уважением,\nМария Лунина';

export const SIGNED: LetterCase[] = [
  signed('a telephone’s line, German', DE, '\nVon meinem Mobiltelefon gesendet'),
  signed('a telephone’s line, French', FR, '\nEnvoyé depuis mon téléphone'),
  signed('a telephone’s line, Polish', PL, '\nWysłane z telefonu'),
  signed('a telephone’s line, Russian', RU, '\nОтправлено с телефона'),
  signed('a telephone’s line, Japanese', JA, '\n携帯電話から送信'),
  signed('a telephone’s line, Swedish', SV, '\nSkickat från min telefon'),
  signed('a tablet’s line, Spanish', ES, '\nEnviado desde mi tableta'),
  signed(
    'a notice of secrecy, English',
    EN,
    '\nThis e-mail and any attachments are confidential and intended solely for the addressee. If you are not the intended recipient, please notify the sender and delete this message; any disclosure or copying is prohibited.',
  ),
  signed(
    'a notice of secrecy in capitals, and a wish for the trees',
    EN,
    '\nCONFIDENTIALITY NOTICE: This message may contain privileged information. If you have received it in error, please delete it and notify the sender immediately. Unauthorised use is prohibited.\nPlease consider the environment before printing this e-mail.',
  ),
  signed(
    'a notice of secrecy, German',
    DE,
    '\nDiese E-Mail enthält vertrauliche und rechtlich geschützte Informationen. Wenn Sie nicht der richtige Adressat sind oder diese E-Mail irrtümlich erhalten haben, informieren Sie bitte sofort den Absender und vernichten Sie diese Mail. Das unerlaubte Kopieren ist nicht gestattet.',
  ),
  signed(
    'a notice of secrecy, French',
    FR,
    '\nCe message et toutes les pièces jointes sont confidentiels et établis à l’intention exclusive de leurs destinataires. Si vous avez reçu ce message par erreur, merci d’en avertir immédiatement l’expéditeur et de le détruire.',
  ),
  signed(
    'a block of an office without dashes',
    EN,
    'Senior Surveyor\nFrost & Hale Roofing\n14 Quay Street, Tern Bay\nTel. +44 1632 960 777\nwww.frost-hale.example',
  ),
  signed(
    'a block of an office, German',
    DE,
    '\nFrost Dachbau GmbH\nHafenstraße 14\n24103 Hafenstadt\nTelefon: +49 431 9600777\nE-Mail: frost@dachbau.example\nGeschäftsführerin: Linnea Frost',
  ),
  signed(
    'a block with a line above it',
    IT,
    '________________\nFrost Camere\nVia del Porto 14\nTel. 0187 960777\ninfo@camere.example',
  ),
  {
    name: 'a block of an office in a table',
    html: `${p(NL)}<table><tr><td><img src="https://logo.example/l.png" alt=""></td><td><p>Frost Advies<br>Havenkade 14<br>Tel. 020 960 0777<br><a href="https://frost.example">frost.example</a></p></td></tr></table>`,
    own: NL,
  },
  {
    name: 'a block the markup names, below a table of prices that stays',
    html: `${p('Here are the prices.')}<table border="1"><tr><td>Roof</td><td>900</td></tr><tr><td>Gutter</td><td>120</td></tr></table>${p('Kind regards,\nLinnea Frost')}<div class="email-signature"><p>Frost &amp; Hale</p><p>01632 960 777</p></div>`,
    own: 'Here are the prices.\nRoof    900\nGutter  120\nKind regards,\nLinnea Frost',
  },
];

const LONG = 'The first thing is the gutter, which must come down before the frost.';

export const STAYS: LetterCase[] = [
  whole(
    'stays: two halves with a line of dashes',
    `${LONG}\n-----\nThe second thing is the ridge. It can wait until May.\n\nLinnea`,
  ),
  whole(
    'stays: two halves with a long line of dashes',
    `${LONG}\n--------------------------------\nRidge: May\nGutter: March\nLinnea Frost\n01632 960 777`,
  ),
  whole(
    'stays: the dashes of a signature used as a line',
    `${LONG}\n-- \nThe second thing is the ridge. It can wait until May. I will write again when the wood is here.\nThank you for waiting.\n\nKind regards,\nLinnea`,
  ),
  whole('stays: stars between the parts', `${LONG}\n\n* * *\n\nThe ridge can wait.\n\nLinnea`),
  whole(
    'stays: a telephone number one is asked to ring',
    'Dear Tom,\n\nPlease ring the office:\n01632 960 777\nwww.frost-hale.example\n\nLinnea',
  ),
  whole(
    'stays: a postscript below the name',
    `${EN}\n\nP.S. The ladder is still at your place. Could you put it inside?`,
  ),
  whole('stays: a postscript with a number', `${EN}\n\nPS: My new number is 01632 960 778, please use it from Monday.`),
  whole(
    'stays: an address in the middle',
    'Dear Tom,\n\nThe works are here:\n\nFrost & Hale\n14 Quay Street\nTern Bay\n\nCome by the back door, please.\n\nLinnea',
  ),
  whole(
    'stays: what is said of secrecy',
    'Dear Tom,\n\nThis message is confidential. Please do not tell Ben about the price.\n\nLinnea',
  ),
  whole(
    'stays: what is said of secrecy, at the end',
    'Dear Tom,\n\nThe price is 900.\n\nLinnea\n\nThis e-mail is confidential between us, please.',
  ),
  whole(
    'stays: a sentence that begins like a telephone’s line',
    'Dear Tom,\n\nThe parts were\nsent from my store in Tern Bay yesterday\nand come on Monday.',
  ),
  whole('stays: a wish as the last line', 'Dear Tom,\n\nAll is ready.\n\nSent with my best wishes'),
  whole(
    'stays: an agenda with times and names',
    'Agenda\n\nFrom 9:00: arrival\nTo 12:00: roof\nSubject: costs\n\nLinnea',
  ),
  whole(
    'stays: a table of contacts that was asked for',
    'Dear Tom,\n\nAs you asked, our people:\n\nBen Hale, 01632 960 771\nIda Moss, 01632 960 772\n\nKind regards,\nLinnea Frost',
  ),
  whole(
    'stays: lines under the closing that are no contact',
    'Dear Tom,\n\nSee you then.\n\nKind regards,\nLinnea and the children\nand the dog',
  ),
  whole(
    'stays: hours under the closing',
    'Dear Tom,\n\nSee you then.\n\nKind regards,\nLinnea Frost\n\nWe are closed from 24 December to 6 January.',
  ),
  whole('stays: German, a second thought', `${DE}\n\nNachtrag: Den Schlüssel bringe ich am Montag mit.`),
  whole(
    'stays: a Japanese letter with a line',
    '山田様\n\n第一部です。\n――――――――\n第二部です。よろしくお願いいたします。\n森',
  ),
  whole(
    'stays: a Russian letter with dashes',
    'Анна, добрый день!\n\nСписок такой:\n--\nкраска\nгвозди\nдоски\n\nЯ приеду во вторник.\nМария',
  ),
  answered(
    'history: German, header fields',
    DE,
    'Von: Anna Brandt <anna@client.example>\nGesendet: Dienstag, 24. November 2026 09:12\nAn: Linnea Frost\nBetreff: Termin\n\nGeht es am Dienstag?',
  ),
  answered(
    'history: French',
    FR,
    'Le mar. 24 nov. 2026 à 09:12, Jean Perrin <jean@client.example> a écrit :\n> Quand aurai-je le devis ?',
  ),
  answered(
    'history: Spanish',
    ES,
    'El mar, 24 nov 2026 a las 9:12, Elena Ruiz (<elena@client.example>) escribió:\n> ¿Puede el jueves?',
  ),
  answered(
    'history: Italian, forwarded',
    IT,
    '---------- Messaggio inoltrato ---------\nDa: Carla Conti <carla@client.example>\nDate: mar 24 nov 2026 alle ore 09:12\nSubject: Stanza\nTo: <info@camere.example>\n\nÈ libera?',
  ),
  answered('history: Polish', PL, 'W dniu 24.11.2026 o 09:12, Jan Kos pisze:\n> Czy wtorek pasuje?'),
  answered(
    'history: Dutch, header fields',
    NL,
    'Van: Els de Wit <els@client.example>\nVerzonden: dinsdag 24 november 2026 09:12\nAan: Linnea Frost\nOnderwerp: Bezoek\n\nKan dinsdag?',
  ),
  answered(
    'history: Swedish',
    SV,
    'Den tis 24 nov. 2026 kl 09:12 skrev Karin Ek <karin@client.example>:\n> Passar tisdag?',
  ),
  answered('history: Japanese', JA, '2026年11月24日(火) 9:12 山田 <yamada@client.example>:\n> 火曜日はいかがですか。'),
  answered(
    'history: Russian',
    RU,
    'вт, 24 нояб. 2026 г. в 09:12, Анна Белова <anna@client.example>:\n> Вторник подойдёт?',
  ),
  answered(
    'history: English, a line and header fields',
    EN,
    '________________________________\nFrom: Obi Okafor <obi@client.example>\nSent: 24 November 2026 09:12\nTo: Linnea Frost\nSubject: Roof\n\nWhen can you come?',
  ),
  answered(
    'history: English, all by stars',
    EN,
    '*From:* Obi Okafor <obi@client.example>\n*Date:* Tuesday, 24 November 2026 at 09:12\n*To:* Linnea Frost\n*Subject:* Roof\n\nWhen can you come?',
  ),
  answered(
    'history: English, the attribution in one long line',
    EN,
    'On 24/11/2026 09:12, Obi Okafor via the contact form of Frost & Hale wrote:\n> When can you come?',
  ),
];

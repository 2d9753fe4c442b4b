/** What stands at the end of a message, in the languages of its writers (common practice, no source). */

/** No line looked for here is longer; what is longer is not looked at, since the ways to read it grow faster than it does. */
const LONGEST = 120;

/** The words that close a letter, with at most a word or two behind them. */
const CLOSING =
  /^(?:(?:with )?(?:kind(?:est)?|best|warm(?:est)?|many) (?:regards|wishes|thanks)|(?:best )?regards|yours (?:sincerely|faithfully|truly)|sincerely(?: yours)?|all the best|thanks|thank you|cheers|(?:mit )?(?:freundlich|herzlich|lieb|best|viel|schön)\p{L}* grü(?:ß|ss)\p{L}*|mfg|hochachtungsvoll|(?:bien |très )?cordialement|bien à vous|(?:sincères )?salutations(?: distinguées)?|(?:un )?(?:cordial )?saludos?(?: cordial(?:es)?)?|atentamente|cordialmente|(?:cordiali|distinti|tanti) saluti|(?:un caro )?saluti?|z poważaniem|pozdrawiam|z pozdrowieniami|(?:met )?(?:vriendelijke|hartelijke) groet(?:en)?|groet(?:en|jes)?|(?:med )?(?:vänliga|bästa|varma) hälsningar|hälsningar|mvh|(?:med )?(?:venlig|vennlig|kærlig) hilsen|hilsen|(?:ystävällisin )?terveisin|s pozdravem|üdvözlettel|с уважением|με εκτίμηση|saygılarımla|atenciosamente|(?:com os melhores )?cumprimentos|cu stimă|(?:どうぞ)?よろしくお願い(?:いた|致)?します|敬具|此致|감사합니다)(?!\p{L})[^\n]{0,24}$/iu;

/** Whether a line closes a letter and says nothing else. */
export const isClosing = (line: string): boolean => line.length <= 80 && CLOSING.test(line.trim());

/** What a telephone or tablet is called, as the word or a part of it. */
const DEVICE = String.raw`\S*phone\S*|\S*pad|tablet\S*|mobile?\S*|device|\S*droid\S*|handy|\S*telefon\S*|téléphone|portable|tablette|m[óo]vil|celular|tel[ée]fono|tableta|telem[óo]vel|cellulare|telefonino|puhelim\S*|kom[óo]r\S*|mobilu|okostelefon\S*|смартфон\S*|телефон\S*|планшет\S*|κινητό\S*|τηλέφων\S*`;
const SENT =
  'sent|gesendet|geschickt|envoyé|enviado|inviato|verzonden|verstuurd|skickat|sendt|lähetetty|wysłan[eoy]|odesláno|elküldve|küldve|trimis|отправлено|надіслано|στάλθηκε|gönderildi';
/** "Sent from my telephone", "Von meinem Mobiltelefon gesendet"; the verb begins or ends the line. */
const FROM_DEVICE = new RegExp(
  String.raw`^\s*(?:(?:this (?:message|e-?mail) was |diese (?:nachricht|e-?mail) wurde )?(?:${SENT})(?!\p{L}).{0,40}?(?<!\p{L})(?:${DEVICE})(?!\p{L}).{0,40}|von mein\S+ .{0,30}(?:${DEVICE}).{0,30}gesendet\.?|.{0,30}(?:${DEVICE}).{0,20}(?:gönderildi|lähetetty|elküldve))$`,
  'iu',
);
/** The same where the verb ends the line and no spaces stand between. */
const FROM_DEVICE_EAST =
  /^(?:.{1,24}から送信(?:されました)?|从(?:我的)?.{1,20}(?:发送|發送)|從我的.{1,20}(?:傳送|寄出)|.{1,20}에서 보냄)。?$/u;
/** What a program says of itself and where to get it. */
const ADVERTISED =
  /^\s*(?:get|download|holen sie sich|télécharger?|obtenir|obtener|obtén|scarica|ottieni|hämta|hent|pobierz) \S+(?: \S+)? (?:for|for your|für|pour|para|per|voor|för|til|na|dla) \S+\s*$/iu;

/** Whether a line is what a telephone or a program puts under a message by itself. */
export function isDeviceLine(line: string): boolean {
  const text = line.trim();
  if (text.length > LONGEST || text.split(/\s+/).length > 12) return false;
  return FROM_DEVICE.test(text) || FROM_DEVICE_EAST.test(text) || ADVERTISED.test(text);
}

/** What notices of secrecy say, in parts; a paragraph with three of them is one. */
const NOTICE_PARTS = [
  /confidential|privileged|vertraulich|confidentiel|confidencial|riservat|confidenzial|vertrouwelijk|konfidentiell|fortrolig|luottamuksell|poufn|důvěrn|bizalmas|конфиденциальн|εμπιστευτικ|gizli|機密|保密|기밀/iu,
  /intended recipient|addressee|solely for|adressat|empfänger|destinataire|destinatari|geadresseerde|adressaten|mottagare|modtager|vastaanottaja|adresat|příjemc|címzett|получател|адресат|παραλήπτ|alıcı|宛先|收件人|수신인/iu,
  /in error|by mistake|irrtümlich|par erreur|por error|por erro|per errore|abusievelijk|per ongeluk|av misstag|ved en fejl|omyłkowo|omylem|tévedésb|по ошибке|κατά λάθος|yanlışlıkla|誤って|错误|실수/iu,
  /(?:notify|inform|advise|contact) the sender|absender|expéditeur|remitente|remetente|mittente|afzender|avsändare|afsender|lähettäjä|nadawc|odesílatel|feladó|отправител|αποστολέ|gönderen|送信者|发件人|발신/iu,
  /delete|destroy|vernichten|löschen|détrui|supprim|borr[ea]|elimin|distrugg|verwijder|vernietig|radera|slet|poista|usunąć|usunięcie|smaž|töröl|удалит|διαγρά|silin|削除|删除|삭제/iu,
  /unauthori[sz]ed|prohibited|disclos|copying|unbefugt|unerlaubt|nicht gestattet|interdit|prohibid|proibid|vietat|verboden|otillåt|forbudt|zabronion|zakázán|tilos|запрещ|απαγορ|yasak|禁止|금지/iu,
  /attachments?|anhäng|anlagen|pièces jointes|adjunt|anexo|allegat|bijlage|bilag|bilagor|liit|załącznik|příloh|melléklet|вложени|συνημμέν|ekler|添付|附件|첨부/iu,
];
const TREES =
  /^(?:please |bitte )?.{0,30}(?:environment|umwelt|environnement|medio ambiente|meio ambiente|ambiente|milieu|miljö|środowisk).{0,60}(?:print|ausdruck|imprim|stampa|afdruk|skriv|wydruk).{0,60}$/iu;

/** Whether a paragraph is a notice of secrecy or a wish for paper to be spared, as offices put under every message. */
export function isNotice(text: string): boolean {
  if (TREES.test(text.trim())) return true;
  return text.length >= 100 && NOTICE_PARTS.filter((part) => part.test(text)).length >= 3;
}

const LABEL = String.raw`(?:tel(?:ephone|efono|éfono|efon)?|phone|mobile|mob|cell|fax|direct|office|e-?mail|mail|web(?:site)?|internet|[tmfpew]|telefoon|téléphone|tél|móvil|mobil|handy|portable|cellulare|kom|tlf|puh|teléfono|тел|моб|факс|почта|сайт|電話|携帯|メール|전화|电话|手机|邮箱)`;
const NUMBER = String.raw`\+?\(?\d[\d\s().\/-]{5,22}\d`;
const ADDRESS = String.raw`(?:mailto:)?[^\s@<>]+@[^\s@<>]+\.\p{L}{2,}|(?:https?:\/\/|www\.)\S+|[\p{L}\d-]+(?:\.[\p{L}\d-]+)*\.\p{L}{2,12}`;
const CONTACT = new RegExp(
  String.raw`^(?:${LABEL}[.:]*\s*[:：]?\s*)?(?:${NUMBER}|${ADDRESS})(?:(?:\s*[|·,;/]\s*|\s+)(?:${LABEL}[.:]*\s*[:：]?\s*)?(?:${NUMBER}|${ADDRESS}|<\S+>)){0,3}$`,
  'iu',
);

/** Whether a line holds a telephone number, an address of mail or of the web, each perhaps with its label, and nothing else. */
export const isContact = (line: string): boolean => line.length <= LONGEST && CONTACT.test(line.trim());

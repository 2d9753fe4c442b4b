/** How mail programs introduce what they quote or forward, in the languages of their users (common practice, no source). */

/** Names of header fields above quoted messages, by what they are. */
const FIELDS: Record<'from' | 'date' | 'to' | 'subject' | 'cc', string> = {
  from: 'from|von|de|da|van|från|fra|lähettäjä|od|feladó|de la|von:|от|від|från|από|kimden|gönderen|差出人|发件人|寄件者|보낸 사람|من|מאת',
  date: 'date|sent|datum|gesendet|date d’envoi|envoyé|envoyé le|fecha|enviado|enviado el|data|enviado em|inviato|verzonden|skickat|sendt|dato|lähetetty|päivämäärä|data|wysłano|wysłane|odesláno|dátum|elküldve|дата|отправлено|надіслано|ημερομηνία|tarih|gönderildi|日時|送信日時|发送时间|日期|보낸 날짜|날짜|تاريخ|תאריך|trimis',
  to: 'to|an|à|para|a|aan|till|til|vastaanottaja|do|komu|címzett|кому|προς|kime|alıcı|宛先|收件人|받는 사람|إلى|אל|către',
  subject:
    'subject|betreff|objet|asunto|assunto|oggetto|onderwerp|ämne|emne|aihe|temat|předmět|tárgy|тема|θέμα|konu|件名|主题|제목|الموضوع|נושא|subiect',
  cc: 'cc|kopie|copie|copia|cópia|kopia|kopi|kopio|копия|κοιν|bilgi|参考|抄送|참조|reply-to|antwort an|répondre à',
};

/** The field a word before a colon names. */
export const HEADER_FIELDS = new Map(
  Object.entries(FIELDS).flatMap(([field, words]) => words.split('|').map((word) => [word, field] as const)),
);

/** "wrote", at the end of an attribution or before the name. */
const WROTE =
  'wrote|writes|schrieb|schreibt|hat geschrieben|a écrit|écrit|écrivait|escribió|escribio|escreveu|ha scritto|scrisse|schreef|heeft geschreven|skrev|skrifaði|kirjoitti|napisał\\(a\\)|napisała|napisał|pisze|napsal\\(a\\)|napsal|napsala|napísal|írta|ezt írta|a scris|написал\\(а\\)|написала|написал|пишет|написав|написала|пише|έγραψε|yazdı|şunu yazdı|şunları yazdı|さんは書きました|のメール|は書きました|写道|寫道|님이 작성|작성|كتب|כתב|כתבה|ha escrit|ha escrito|kirjutas|rakstīja|rašė|je napisao|je napisala';

const ENDS = new RegExp(`(?:^|[\\s\\d>)"”,])(?:${WROTE})(?:\\s.{0,160})?\\s*[:：]\\s*$`, 'iu');
/** A date, a time or an address: what tells an attribution from "as the old masters wrote:". */
const EVIDENCE = /\d{1,4}[./年:-]\s?\d{1,2}|\b\d{1,2}\.? \p{L}{3,}|\p{L}{3,} \d{1,2}\b|@|<\S+>|\b(19|20)\d\d\b/u;

/** A date with a time, a name and an address before a colon: an attribution that needs no verb. */
const DATED_ADDRESS =
  /(?:\d{1,4}\s?[./年-]\s?\d{1,2}|\d{1,2}\.? \p{L}{3,12}\.? (?:19|20)\d\d).*\d{1,2}[:時.]\d{2}.*<[^<>\s]{3,200}>\s*[:：]\s*$/u;

/** Whether a line (or a wrapped one put together) says who wrote what follows, and when or from which address. */
export function isAttribution(text: string): boolean {
  return text.length <= 320 && ((ENDS.test(text) && EVIDENCE.test(text)) || DATED_ADDRESS.test(text));
}

/** "Ada Marsh wrote:" and nothing else: taken only where the quotation is clear from its place. */
export function isShortAttribution(text: string): boolean {
  return text.trim().length <= 80 && ENDS.test(text) && !/^(as|wie|comme|como|come|zoals|som)\s/i.test(text.trim());
}

const SEPARATOR_WORDS = [
  'original message',
  'original appointment',
  'ursprüngliche nachricht',
  'originalnachricht',
  'originalmeldung',
  "message d[’']origine",
  'message original',
  'mensaje original',
  'mensagem original',
  'messaggio originale',
  'oorspronkelijk bericht',
  'ursprungligt meddelande',
  'originalmeddelande',
  'oprindelig meddelelse',
  'opprinnelig melding',
  'alkuperäinen viesti',
  'wiadomość oryginalna',
  'oryginalna wiadomość',
  'původní zpráva',
  'eredeti üzenet',
  'исходное сообщение',
  'оригинал(ьное)? сообщени[ея]',
  'αρχικό μήνυμα',
  'özgün ileti',
  '元のメッセージ',
  '原始邮件',
  '原始郵件',
  '원본 메시지',
  'forwarded message',
  'forwarded by .{1,80}',
  'weitergeleitete nachricht',
  'message transféré',
  'mensaje reenviado',
  'mensagem encaminhada',
  'messaggio inoltrato',
  'doorgestuurd bericht',
  'vidarebefordrat meddelande',
  'videresendt melding',
  'videresendt meddelelse',
  'välitetty viesti',
  'przekazana wiadomość',
  'přeposlaná zpráva',
  'továbbított üzenet',
  'пересылаемое сообщение',
  'пересылаемое письмо',
  '転送されたメッセージ',
  '转发的邮件',
].join('|');
const SEPARATOR = new RegExp(`^\\s*[-–—_*=]{2,}\\s*(?:${SEPARATOR_WORDS})\\s*[-–—_*=]{2,}\\s*$`, 'iu');
/** Announcements that stand without dashes. */
const ANNOUNCED =
  /^\s*(begin forwarded message|anfang der weitergeleiteten nachricht|début du message (réexpédié|transféré)|inicio del mensaje reenviado|inizio messaggio inoltrato|begin doorgestuurd bericht|início da mensagem (re)?encaminhada|vidarebefordrat brev|videresendt besked)\s*:?\s*$/iu;

/** Whether a line announces that history follows. */
export const isSeparator = (text: string): boolean => SEPARATOR.test(text) || ANNOUNCED.test(text);

/** Capitals that are ordinary: abbreviations, units, titles and what letters say in capitals (common practice). */
const ORDINARY = new Set(
  `AM PM BC AD UK US USA EU UN NHS BBC VAT GST PAYE HMRC IRS NI TAX IBAN BIC SWIFT BACS ISBN ISSN ISO DIN EN CE CEO CFO CTO COO HR IT PR QA UX UI
  PDF HTML CSS XML JSON CSV URL HTTP HTTPS WWW API SMS MMS PIN ID QR USB HDMI LED LCD CD DVD TV HD UHD PC MAC OS RAM CPU GPU GPS WLAN WIFI VPN FAQ
  FYI ASAP RSVP PS PPS NB ETA ETD DIY DOB AKA IE EG CC BCC RE FW FWD AOB AGM EGM LTD PLC LLC LLP INC GMBH AG SA BV NV CO GB EUR USD GBP CHF JPY
  BST GMT UTC CET CEST EST PST MOT DVLA SUV LPG AC DC KG KM CM MM ML II III IV VI VII VIII IX XI XII XIII XIV XV XX JS MBA PHD BSC MSC BA MA MD RN GP A4 A3 A5
  COVID NATO UNESCO UNICEF FIFA UEFA NASA DNA RNA HIV MRI CT ECG ICU SOS SPF ATM VIP OK TL DR LOL BTW IMO FAO SQ FT LB OZ RPM BPM DB HZ
  ABRSM LCM RSL NOT NO YES DO ALL ANY ONLY MUST NEVER ALWAYS AND OR BUT THE A I IMPORTANT URGENT NOTE PLEASE WARNING FREE NEW STOP`
    .split(/\s+/)
    .filter(Boolean),
);

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Words in capitals that are no ordinary abbreviation, in a text that is not all in capitals. */
export function* inCapitals(text: string): Generator<{ from: number; to: number; text: string }> {
  const letters = text.match(/\p{L}/gu) ?? [];
  const capitals = text.match(/\p{Lu}/gu) ?? [];
  if (capitals.length > letters.length * 0.6 && letters.length > 30) return;
  const line = /(?<![\p{L}\p{N}@./:#_-])\p{Lu}{2,}(?:[ _-]\p{Lu}{2,}|['’]S(?!\p{L}))*(?![\p{L}\p{N}@_/])/gu;
  for (const match of text.matchAll(line)) {
    const words = match[0].split(/[ _-]/);
    const start = text.lastIndexOf('\n', match.index) + 1;
    const end = text.indexOf('\n', match.index);
    const whole = text.slice(start, end < 0 ? undefined : end);
    // A heading stands alone in its line; a shout has a "!" behind it.
    if (!/\p{Ll}/u.test(whole)) continue;
    if (text[match.index + match[0].length] === '!') continue;
    // What is said to stand on a sign, a button or a label.
    if (
      /(?:[“"‘'«]|\b(?:says?|reads?|signs?|marked|labell?ed|press|click|button|key|switch|called)\s)$/i.test(
        text.slice(Math.max(0, match.index - 12), match.index),
      )
    )
      continue;
    if (words.every((word) => ORDINARY.has(word) || word.length < 3)) continue;
    if (words.length === 1 && /^[IVXLCDM]+$/.test(words[0]!)) continue;
    // An abbreviation is explained where it stands, or said to be one.
    if (new RegExp(String.raw`\(\s*${escape(match[0])}\s*\)`).test(text)) continue;
    if (words.length === 1 && !CAPITAL_FIELDS.test(words[0]!)) continue;
    if (words.length > 1 && !words.some((word) => CAPITAL_FIELDS.test(word))) continue;
    yield { from: match.index, to: match.index + match[0].length, text: match[0] };
  }
}

/** Words that name what is to be filled in, when they stand in capitals. */
const CAPITAL_FIELDS =
  /^(NAME|NAMES|FIRSTNAME|LASTNAME|SURNAME|FORENAME|DATE|DAY|WEEKDAY|MONTH|YEAR|TIME|HOUR|ADDRESS|STREET|TOWN|CITY|POSTCODE|ZIP|COUNTRY|PHONE|TELEPHONE|MOBILE|NUMBER|AMOUNT|PRICE|COST|FEE|TOTAL|DEPOSIT|SUM|BALANCE|COMPANY|FIRM|CLIENT|CUSTOMER|CONTACT|SCHOOL|TITLE|SUBJECT|TOPIC|PRODUCT|SERVICE|ITEM|MODEL|SERIAL|REFERENCE|ORDER|INVOICE|CODE|LINK|PLACE|LOCATION|VENUE|ROOM|EVENT|REASON|DETAILS|DEADLINE|QUANTITY|DURATION|INSERT|XXX|BLANK|FILL|RECIPIENT|SENDER|EMAIL|VORNAME|NACHNAME|DATUM|BETRAG|NOM|PRENOM|FECHA|NOMBRE|INSTRUMENT|PIANO|PUPIL|STUDENT|TEACHER|PARENT|CHILD|PATIENT|GUEST|AGENT|PROPERTY|PROJECT|COURSE|POSITION|ROLE)$/;

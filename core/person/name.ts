/** A name in the parts that wording uses. */
export interface NameParts {
  firstName: string;
  lastName: string;
  fullName: string;
}

const TITLES = /^(mr|mrs|ms|miss|mx|dr|prof|professor|rev|sir|dame|herr|frau|m|mme|sr|sra)\.?$/i;
const SUFFIX = /^(jr|sr|ii|iii|iv|phd|md|obe|mbe)\.?$/i;

/** Particles that belong to the family name after them. */
const PARTICLES = /^(van|von|der|den|de|del|della|di|da|dos|du|la|le|ten|ter|af|al|bin|ibn|zu|zur|st\.?)$/i;

/** Han, kana and hangul names are written family name first and without a space between the parts. */
const EAST_ASIAN = /^[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\s・]+$/u;

/** No name is longer. */
const MOST = 400;

/**
 * Splits a display name from a message into first and last name (common practice, no source): "Marsh, Ada" is turned
 * round, titles and suffixes are dropped, particles stay with the family name. A name that is an address gives nothing:
 * better to ask than to greet somebody as "info". A single word counts as a first name.
 */
export function splitName(display: string): NameParts {
  const clean = display
    .slice(0, MOST)
    .normalize('NFC')
    .replace(/^["'\s]+|["'\s]+$/g, '')
    .replace(/\s*\(.*?\)\s*/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const none = { firstName: '', lastName: '', fullName: '' };
  if (!clean || clean.includes('@')) return none;
  if (EAST_ASIAN.test(clean)) {
    const [family, given] = clean.split(/[\s・]/);
    return given ? { firstName: given, lastName: family!, fullName: clean } : { ...none, fullName: clean };
  }
  const comma = /^([^,]+),\s*([^,]+)$/.exec(clean);
  const turned = comma && !SUFFIX.test(comma[2]!) ? `${comma[2]} ${comma[1]}` : clean.replace(/,.*$/, '');
  let words = turned.split(' ');
  while (words.length > 1 && TITLES.test(words[0]!)) words = words.slice(1);
  while (words.length > 1 && SUFFIX.test(words[words.length - 1]!)) words = words.slice(0, -1);
  const fullName = words.join(' ');
  if (words.length === 1) {
    // "Mrs Okafor" names no first name.
    return turned === fullName
      ? { firstName: fullName, lastName: '', fullName }
      : { ...none, lastName: fullName, fullName };
  }
  let last = words.length - 1;
  while (last > 1 && PARTICLES.test(words[last - 1]!)) last--;
  return { firstName: words[0]!, lastName: words.slice(last).join(' '), fullName };
}

/** Signs that mail programs put before the subject of answers and forwarded messages, in several languages (common practice). */
const PREFIX =
  /^\s*(re|aw|antw|antwort|sv|vs|ref|rif|res|odp|vá|ynt|ang|fw|fwd|wg|tr|rv|enc|i|vl|vb|doorst|pd|továbbítás|回复|答复|转发|返信|転送)\s*(\[\d+\]|\(\d+\))?\s*[:：]\s*/iu;
const TAG = /^\s*\[(external|extern|extern[ao])\]\s*/i;

/** A subject without the signs that answering and forwarding put before it. */
export function bareSubject(subject: string): string {
  let text = subject.replace(/\s+/g, ' ').trim();
  for (;;) {
    const next = text.replace(PREFIX, '').replace(TAG, '');
    if (next === text) return text;
    text = next;
  }
}

const GREETING =
  /^(dear|hello|hi|good (morning|afternoon|evening)|hallo|liebe[rs]?|sehr geehrte|guten tag|bonjour|hola|ciao|estimad[oa]|cher|chère)\b/i;

/** The name proposed for a note: its subject, or the first words that are not a greeting. At most 80 characters. */
export function proposedName(subject: string, body: string): string {
  const bare = bareSubject(subject);
  const lines = body.split('\n').map((line) => line.trim());
  const first = bare || lines.find((line) => line && !GREETING.test(line)) || lines.find(Boolean) || '';
  const words = bare ? first : first.replace(/^\p{Ll}/u, (letter) => letter.toUpperCase());
  // The stop of a sentence is none of a name; that of an abbreviation is.
  if (words.length <= 80) return words.replace(/[,;:]$|(?<!\.\p{L})\.$/u, '');
  const cut = words.slice(0, 78);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), 40)).replace(/[,;:.\s]+$/, '')} …`;
}

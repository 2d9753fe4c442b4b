/** Signs that mail programs put before the subject of an answer, in several languages (common practice, no source). */
const ANSWERED = 're|aw|antw|antwort|sv|vs|ref|rif|res|odp|vá|ynt|ang|回复|回覆|答复|返信|답장';
/** The same for what is passed on. */
const FORWARDED = 'fw|fwd|wg|tr|rv|enc|i|vl|vb|doorst|pd|továbbítás|转发|轉寄|転送';
const prefix = (signs: string) => new RegExp(String.raw`^\s*(?:${signs})\s*(?:\[\d+\]|\(\d+\))?\s*[:：]\s*`, 'iu');
const ANSWER_PREFIX = prefix(ANSWERED);
const PREFIX = prefix(`${ANSWERED}|${FORWARDED}`);
/** What the gate of an office puts before the subject of mail from outside. */
const TAG = /^\s*\[(external|extern|extern[ao])\]\s*/i;

/** A subject without the signs that answering put before it; those of passing on stay, since they say something else. */
export function unansweredSubject(subject: string): string {
  let rest = subject.replace(/[\r\n]+/g, ' ').trim();
  while (ANSWER_PREFIX.test(rest)) rest = rest.replace(ANSWER_PREFIX, '');
  return rest;
}

/** A subject without the signs that answering, passing on and the gate of an office put before it. */
export function bareSubject(subject: string): string {
  let text = subject.replace(/\s+/g, ' ').trim();
  for (;;) {
    const next = text.replace(PREFIX, '').replace(TAG, '');
    if (next === text) return text;
    text = next;
  }
}

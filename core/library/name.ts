import { beginsWithGreeting } from '../message/greeting';
import { bareSubject } from '../message/subject';

/** The name proposed for a note: its subject, or the first words that are not a greeting. At most 80 characters. */
export function proposedName(subject: string, body: string): string {
  const bare = bareSubject(subject);
  const lines = body.split('\n').map((line) => line.trim());
  const first = bare || lines.find((line) => line && !beginsWithGreeting(line)) || lines.find(Boolean) || '';
  const words = bare ? first : first.replace(/^\p{Ll}/u, (letter) => letter.toUpperCase());
  // The stop of a sentence is none of a name; that of an abbreviation is.
  if (words.length <= 80) return words.replace(/[,;:]$|(?<!\.\p{L})\.$/u, '');
  const cut = words.slice(0, 78);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), 40)).replace(/[,;:.\s]+$/, '')} …`;
}

/** The names a copy of a note may have, the first that is free being the best. At most 200 characters each. */
export function copyNames(name: string, most = 20): string[] {
  const base = name.replace(/ \(copy(?: \d+)?\)$/, '').slice(0, 180);
  return Array.from({ length: most }, (_, i) => `${base} (copy${i ? ` ${i + 1}` : ''})`);
}

import { words } from './words';

/** How a note was used so far. */
export interface Use {
  /** How often it was inserted. */
  used?: number;
  /** When it was inserted last, in milliseconds since 1970; 0 or absent for never. */
  lastUsed?: number;
  /** How often it was used for each person, and for messages with each word. */
  usedFor?: { people: Record<string, number>; words: Record<string, number> };
}

/** What is written at the moment: to whom, and the words that tell the kind of message. */
export interface Occasion {
  person: string;
  words: string[];
}

/**
 * Up to half as much again for what is used often and lately, for this person, and for messages of this kind (common
 * practice, no source). The kind is told by the share of uses in which each word of the message stood.
 */
export function habit({ used = 0, lastUsed = 0, usedFor }: Use, now?: number, occasion?: Occasion): number {
  if (now === undefined || !used) return 1;
  const days = Math.max(0, (now - lastUsed) / 86_400_000);
  let factor = 1 + 0.15 * (1 - 1 / (1 + used / 5)) + 0.1 * Math.exp(-days / 14);
  if (occasion && usedFor) {
    const times = usedFor.people[occasion.person] ?? 0;
    factor += 0.12 * (1 - 1 / (1 + times));
    const shares = occasion.words.map((word) => Math.min(1, (usedFor.words[word] ?? 0) / used));
    if (shares.length) factor += 0.12 * (shares.reduce((sum, share) => sum + share, 0) / shares.length);
  }
  return factor;
}

/** The words that tell the kind of a message: those of its subject, without what answering put before it. */
export function kindWords(subject: string): string[] {
  const terms = words(subject).map(({ term }) => term);
  return [...new Set(terms.filter((term) => term.length > 2 && !/^\d+$/.test(term)))].slice(0, 12);
}

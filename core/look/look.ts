import { pastDay, subjectDiffers, wrongWeekday } from './checks/days';
import { changedFacts } from './checks/facts';
import { files, size } from './checks/files';
import { signature, twoClosings, twoGreetings } from './checks/frame';
import { links, pictures } from './checks/links';
import { openMarks } from './checks/marks';
import { otherGreeting, otherName } from './checks/names';
import { openQuestions } from './checks/questions';
import { likelyAddresses } from './checks/recipients';
import { sameNote, whom } from './checks/whom';
import { slips, wordTwice } from './checks/words';
import type { Finding } from './letter/finding';
import { letterOf, type LookedAt, type LookFacts } from './letter/letter';
import { inOrder, quickLook, wished, type LookWishes } from './quick';

/** What is seen by reading the letter; takes milliseconds, and is done beside the typing. */
export function closeLook(draft: LookedAt, facts: LookFacts, wishes: LookWishes = {}): Finding[] {
  const letter = letterOf(draft, facts);
  const checks = [
    openMarks,
    likelyAddresses,
    changedFacts,
    otherGreeting,
    otherName,
    wrongWeekday,
    pastDay,
    subjectDiffers,
    files,
    signature,
    twoGreetings,
    twoClosings,
    sameNote,
    links,
    pictures,
    size,
    wordTwice,
    slips,
    whom,
    openQuestions,
  ];
  return wished(
    checks.flatMap((check) => check(letter)),
    draft,
    wishes,
  );
}

/** The last look before a message leaves: what holds it back first, then in the order of what it is about. */
export function lastLook(draft: LookedAt, facts: LookFacts, wishes: LookWishes = {}): Finding[] {
  return inOrder([...quickLook(draft, wishes), ...closeLook(draft, facts, wishes)]);
}

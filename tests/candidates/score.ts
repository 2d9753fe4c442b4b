import type { Case } from './cases';

/** How much of what was offered should have been (precision), and how much of what should have been was (recall). */
export function score(cases: Case[], find: (one: Case) => { text: string }[]) {
  let offered = 0;
  let wanted = 0;
  let right = 0;
  for (const one of cases) {
    const found = find(one).map(({ text }) => text);
    const rest = one.found.map((words) => words.split('|')[0]!);
    offered += found.length;
    wanted += rest.length;
    for (const text of found) {
      const at = rest.indexOf(text);
      if (at < 0) continue;
      right++;
      rest.splice(at, 1);
    }
  }
  return { offered, wanted, right, precision: right / Math.max(1, offered), recall: right / Math.max(1, wanted) };
}

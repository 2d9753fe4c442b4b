import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { marked, trade, TRADES, type Case } from '../suggest/cases';

const root = join(process.cwd(), 'tests', 'asks');

/** Messages in which what asks for something is marked: those of the trades, and others of every kind. */
function all(): Pick<Case, 'text' | 'asks'>[] {
  const more = readFileSync(join(root, 'messages.txt'), 'utf8').split(/^-- /m).slice(1);
  return [
    ...TRADES.flatMap((name) => trade(name).cases),
    ...more.map((message) => marked(message.trim().replaceAll(String.raw`\n`, '\n'))),
  ];
}

/** Every third message is held out: looked at once, when the rules stood. */
export const askCases = (held: boolean) => all().filter((_, i) => (i % 3 === 2) === held);

/** How well marked and found stretches agree: each marked one counts once, and each found one. */
export function agreement(
  cases: Pick<Case, 'text' | 'asks'>[],
  find: (text: string) => { from: number; to: number }[],
) {
  let marks = 0;
  let found = 0;
  let both = 0;
  const wrong: { text: string; missed: string[]; extra: string[] }[] = [];
  for (const { text, asks } of cases) {
    const left = [...find(text)];
    found += left.length;
    marks += asks.length;
    const missed = asks.filter(([from, to]) => {
      const at = left.findIndex(
        (one) => Math.min(one.to, to) - Math.max(one.from, from) >= 0.5 * Math.min(to - from, one.to - one.from),
      );
      if (at < 0) return true;
      left.splice(at, 1);
      both++;
      return false;
    });
    if (missed.length || left.length)
      wrong.push({
        text,
        missed: missed.map(([from, to]) => text.slice(from, to)),
        extra: left.map(({ from, to }) => text.slice(from, to)),
      });
  }
  return { marks, found, precision: both / found, recall: both / marks, wrong };
}

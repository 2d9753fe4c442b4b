import { CueTable } from '#core/cue/table';
import { SlipTable } from '#core/slip/table';
import { corpus, seeded } from './corpus';
import { print, spread } from './measure';

const SLIPS = 500;
const KEYS = 100_000;
/** Keys are measured so many together, since one alone is shorter than the clock is fine. */
const PORTION = 100;

/** A key press among so many cues and 500 slips, beside the same key press with none: texts typed sign by sign. */
export function benchCues(root: string, size: number): void {
  const random = seeded(77);
  const letters = 'abcdefghijklmnopqrstuvwxyz;.§';
  const word = (length: number) => Array.from({ length }, () => letters[random(letters.length)]!).join('');
  const cues = new Set<string>();
  while (cues.size < size) cues.add(word(2 + random(11)));
  const table = new CueTable([...cues].map((cue, i) => ({ id: String(i), cue })));
  const slips = new SlipTable(Array.from({ length: SLIPS }, () => ({ slip: word(3 + random(8)), meant: 'x' })));
  const none = { cues: new CueTable(), slips: new SlipTable() };
  const text = corpus(root, 2_000)
    .map(({ body }) => body)
    .join(' ')
    .slice(0, KEYS);

  for (const mode of ['ended', 'once'] as const) {
    const press = (at: { cues: CueTable; slips: SlipTable }) => {
      const times: number[] = [];
      let went = 0;
      for (let from = 0; from + PORTION < text.length; from += PORTION) {
        const start = performance.now();
        for (let i = from; i < from + PORTION; i++) {
          const before = text.slice(Math.max(0, i - 320), i);
          if (at.cues.goesOff(before, text[i]!, mode)) went++;
          else if (at.slips.endedBy(before, text[i]!)) went++;
        }
        times.push((performance.now() - start) / PORTION);
      }
      return { times, went };
    };
    press(none);
    const bare = spread(press(none).times.map((ms) => ms * 1000));
    const full = press({ cues: table, slips });
    const ours = spread(full.times.map((ms) => ms * 1000));
    print({
      name: `cues: a key, ${mode === 'once' ? 'at once' : 'when ended'} (microseconds)`,
      size,
      ...ours,
      worst: Number(Math.max(...full.times.map((ms) => ms * 1000)).toFixed(1)),
      went: full.went,
      ratio: Number((ours.median / bare.median).toFixed(1)),
    });
    print({ name: `cues: the same key with none (microseconds)`, size: 0, ...bare, yardstick: true });
  }
}

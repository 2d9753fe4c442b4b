import { execSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { phrase } from '#core/text/phrase';
import en from '#shared/words/en';
import { createI18n } from 'vue-i18n';
import { addWords, say, words } from '../app/utils/words';

// Places bring their words along when they are opened.
addWords(en);

/** Every text by its code. */
const texts = new Map<string, string>();
(function read(part: object, before: string) {
  for (const [name, value] of Object.entries(part))
    if (typeof value === 'string') texts.set(before + name, value);
    else read(value as object, `${before}${name}.`);
})(en, '');

const files = execSync('git ls-files -co --exclude-standard app core server shared', { encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(ts|vue)$/.test(file) && !/\.test\.ts$|^shared\/words\//.test(file));
const sources = files.map((file) => ({ file, source: readFileSync(file, 'utf8') }));

/** The names of the gaps of a text. A sign in quotes is none; what a text chooses by need not be shown. */
const gapsOf = (text: string) => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);

/** What stands between the bracket at `from` and the one that closes it. */
function inBrackets(source: string, from: number): string {
  let depth = 0;
  for (let i = from; i < source.length; i++) {
    if ('([{'.includes(source[i]!)) depth++;
    else if (')]}'.includes(source[i]!) && !--depth) return source.slice(from + 1, i);
  }
  return '';
}

describe('the catalogue of words', () => {
  it('has a text for every code that is named', () => {
    const named = sources.flatMap(({ file, source }) =>
      [...source.matchAll(/(?:\bphrase\(|\bt\(|keypath=)["'`](\w+\.[\w.]+)["'`]/g)].map(([, code]) => ({ file, code })),
    );
    expect(named.filter(({ code }) => !texts.has(code!))).toEqual([]);
    expect(named.length).toBeGreaterThan(900);
  });

  it('has no text that nothing says', () => {
    const all = sources.map(({ source }) => source).join('\n');
    const quoted = new Set([...all.matchAll(/["'`]([a-z]\w*(?:\.\w+)+)["'`]/g)].map(([, code]) => code));
    // Codes that are put together name their first parts.
    const begun = [...all.matchAll(/`([a-z]\w*(?:\.\w+)*\.)\$\{/g)].map(([, start]) => start!);
    const unsaid = [...texts.keys()].filter(
      (code) => !quoted.has(code) && !begun.some((start) => code.startsWith(start)),
    );
    expect(unsaid).toEqual([]);
  });

  it('is handed what stands in the gaps of each text, and nothing else', () => {
    const wrong: string[] = [];
    let checked = 0;
    for (const { file, source } of sources)
      for (const { index, 0: call, 1: code } of source.matchAll(/\bphrase\('([\w.]+)'/g)) {
        const text = texts.get(code!)!;
        const rest = inBrackets(source, index + 'phrase'.length).slice(call.length - 'phrase('.length);
        const given = [...rest.matchAll(/(?:[{,]\s*)(\w+)(?=\s*[:,}])/g)].map(([, name]) => name!);
        const needed = new Set([...gapsOf(text), ...(text.includes(' | ') ? ['count'] : [])]);
        for (const name of needed) if (!given.includes(name)) wrong.push(`${file}: ${code} is not given {${name}}`);
        checked++;
      }
    expect(wrong).toEqual([]);
    expect(checked).toBeGreaterThan(200);
  });

  it('can be said: every text comes out whole, in the singular and the plural', () => {
    const broken = [...texts].flatMap(([code, text]) => {
      const params = Object.fromEntries(gapsOf(text).map((name) => [name, name]));
      return [1, 2]
        .map((count) => say(phrase(code, text.includes(' | ') ? { ...params, count } : params)))
        .filter((words) => !words || words === code || /[{}|]/.test(words));
    });
    expect(broken).toEqual([]);
  });

  it('reads its texts as the compiler of vue-i18n reads them', () => {
    // So many texts are too much for the types of vue-i18n.
    const create: (options: object) => { global: { t(code: string, gaps: object, options: object): string } } =
      createI18n as never;
    const whole = create({ legacy: false, locale: 'en', messages: { en } }).global;
    const differ = [...texts].flatMap(([code, text]) => {
      const params = Object.fromEntries(gapsOf(text).map((name) => [name, `<${name}>`]));
      return [1, 2]
        .map((count) => [
          words.global.t(code, { ...params, count }, { plural: count }),
          whole.t(code, { ...params, count }, { plural: count }),
        ])
        .filter(([one, other]) => one !== other);
    });
    expect(differ).toEqual([]);
  });

  it('says what stands in a gap as it is, whatever signs it has', () => {
    expect(say(phrase('unread.noNumber', { typed: "{a} | @:b {'c'} <b>" }))).toBe(
      "“{a} | @:b {'c'} <b>” is not a number.",
    );
  });

  it('puts phrases into phrases, and writes numbers as the language does', () => {
    const wrong = phrase('wrong.noRow', { table: 'Services', row: 'Moving' });
    expect(say(phrase('note.blankWrong', { label: 'price', wrong }))).toBe(
      'The blank “price”: “Services” has no row “Moving”.',
    );
    expect(say(phrase('table.tooLong', { count: 20_000 }))).toBe('Only the first 20,000 lines were read.');
    expect(say(phrase('message.inPart', { faults: [phrase('message.noSender'), phrase('message.noEnd')] }))).toBe(
      'Read in part: it does not say who sent it; its end is missing.',
    );
  });
});

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CheckName } from '../../core/look/letter/finding';
import type { LookedAt, LookFacts } from '../../core/look/letter/letter';
import type { Mailbox } from '../../core/message/address';
import { parseDoc, type DocJson } from '../../core/note/schema';
import { SlipTable } from '../../core/slip/table';

/** A message, and what the last look should say of it. All invented. */
export interface Case {
  name: string;
  language: string;
  draft: LookedAt;
  facts: LookFacts;
  wrong: CheckName[];
}

const ME = { name: 'Wren Halloway', address: 'wren@halloway.example' };
const SIGNATURE = 'Wren Halloway\nHalloway Piano Care, Tern Bay\n01632 960 120';
export const PEOPLE: Mailbox[] = [
  { name: 'Ada Marsh', address: 'ada@client.example' },
  { name: 'Tomas Reed', address: 'tomas@reed.example' },
  { name: 'Priya Nair', address: 'priya.nair@school.example' },
  { name: 'Oskar Lindqvist', address: 'oskar@choir.example' },
  { name: 'Marta Vidal', address: 'marta@cafe.example' },
  { name: 'Jonas Weber', address: 'jonas@weber.example' },
  { name: 'Claire Fontaine', address: 'claire@fontaine.example' },
  { name: 'Lucía Romero', address: 'lucia@romero.example' },
  { name: 'Helga Brandt', address: 'helga@brandt.example' },
  { name: 'Noor El-Amin', address: 'noor@hall.example' },
];
/** A Thursday. */
export const TODAY = '2026-11-26';
const SLIPS = new SlipTable(
  ['teh the', 'recieve receive', 'eingetrofen eingetroffen', 'arivées arrivées', 'aqui aquí', 'estan están'].map(
    (pair) => {
      const [slip, meant] = pair.split(' ') as [string, string];
      return { slip, meant };
    },
  ),
);
const LOCALES = { en: 'en-GB', de: 'de-DE', fr: 'fr-FR', es: 'es-ES' };

function boxes(text: string): Mailbox[] {
  return text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
    .map((one) => {
      const named = /^(.*?)\s*<(.*)>$/.exec(one);
      if (named) return { name: named[1]!, address: named[2]! };
      if (one === ME.name) return ME;
      return PEOPLE.find(({ name }) => name === one) ?? { name: '', address: one };
    });
}

/** `[text](address)` is a link, `![words]` a picture, `<<label>>` an open blank. */
function lineOf(text: string): DocJson {
  const content: DocJson[] = [];
  const plain = (words: string) => words && content.push({ type: 'text', text: words });
  let at = 0;
  for (const match of text.matchAll(/!\[(.*?)\]|\[([^\]]+)\]\(([^)]*)\)|<<(.+?)>>/g)) {
    plain(text.slice(at, match.index));
    at = match.index + match[0].length;
    const [, alt, shown, href, label] = match;
    if (alt !== undefined) content.push({ type: 'picture', attrs: { file: 'a'.repeat(64), alt, width: null } });
    else if (shown) content.push({ type: 'text', text: shown, marks: [{ type: 'link', attrs: { href } }] });
    else content.push({ type: 'blank', attrs: { label, kind: 'text', options: {} } });
  }
  plain(text.slice(at));
  return { type: 'paragraph', ...(content.length && { content }) };
}
const doc = (text: string) => parseDoc({ type: 'doc', content: text.split('\n').map(lineOf) });

function casesOf(language: keyof typeof LOCALES, source: string): Case[] {
  return source
    .split(/^@ ?/m)
    .slice(1)
    .map((one, i) => {
      const [head = '', ...rest] = one.split('\n');
      const [to = '', mode = '', subject = '', wrong = '', ...more] = head.split('|').map((part) => part.trim());
      const beside = more.join(' ');
      const after = (name: string) =>
        new RegExp(String.raw`(?:^|\s)${name}=(.*?)(?:\s[a-z-]+=|$)`).exec(beside)?.[1] ?? '';
      const files = after('files')
        .split(',')
        .filter(Boolean)
        .map((file) => ({ name: file.split(':')[0]!, size: Number(file.split(':')[1]) }));
      const answers = mode !== 'new';
      return {
        name: `${language} ${i + 1}: ${head}`,
        language,
        wrong: wrong.split(/[\s,]+/).filter(Boolean) as CheckName[],
        draft: {
          to: boxes(to),
          cc: boxes(after('cc')),
          bcc: [],
          subject: doc(subject),
          body: doc(rest.join('\n').trim()),
        },
        facts: {
          mode: mode as LookFacts['mode'],
          attachments: files,
          original: answers
            ? {
                from: boxes(to).slice(0, 1),
                to: after('orig-to') ? boxes(after('orig-to')) : [ME],
                cc: [],
                subject,
                text: after('orig'),
              }
            : null,
          me: { ...ME, signature: beside.includes('no-signature') ? '' : SIGNATURE },
          people: PEOPLE,
          today: TODAY,
          locale: LOCALES[language],
          sentBefore: after('before') ? [{ name: after('before'), at: Date.UTC(2026, 9, 12) }] : [],
          slips: SLIPS,
        },
      };
    });
}

/** Each file begins a message with `@`: to, mode, subject, what is wrong with it, and what is beside the letter. */
const readCases = (prefix: string) =>
  (['en', 'de', 'fr', 'es'] as const).flatMap((language) =>
    casesOf(language, readFileSync(join(import.meta.dirname, `${prefix}${language}.txt`), 'utf8')),
  );
const BASE = readCases('');
/** Most of them with nothing wrong: what looks like a fault and is none. */
const OTHERS = readCases('more-');
/** Held out at first, and seen while the checks were being made. */
const SEEN = /^(?:de 39|es 11): /;
const isHeld = ({ name }: Case, i: number) => i % 3 === 2 && !SEEN.test(name);

/** A message with nothing wrong, and a price of which the lookup says something else by now: it stands there, or was taken out. */
function withPrice(one: Case, stands: boolean): Case {
  const attrs = { insertion: 'one', place: '0', label: 'price', value: '£135', around: '' };
  const price: DocJson = { type: 'text', text: '£135', marks: [{ type: 'filled', attrs }] };
  const body = one.draft.body.toJSON() as DocJson;
  if (stands) body.content!.splice(2, 0, { type: 'paragraph', content: [price] });
  const changedFacts = [{ insertion: 'one', place: '0', label: 'price', was: '£120', now: '£135' }];
  return {
    ...one,
    name: `${one.name}, with a price that ${stands ? 'changed' : 'is gone'}`,
    wrong: stands ? ['fact-changed'] : [],
    draft: { ...one.draft, body: parseDoc(body) },
    facts: { ...one.facts, changedFacts },
  };
}
const PRICES = Object.keys(LOCALES).flatMap((language) =>
  BASE.filter((one) => one.language === language && !one.wrong.length)
    .slice(0, 2)
    .flatMap((one) => [withPrice(one, true), withPrice(one, false)]),
);

/** The messages the checks are made on. */
export const TUNED = [...[BASE, OTHERS].flatMap((cases) => cases.filter((one, i) => !isHeld(one, i))), ...PRICES];
/** A third that nothing was tuned on. */
export const HELD_OUT = [BASE, OTHERS].flatMap((cases) => cases.filter(isHeld));

/** For each check: how often it spoke rightly, wrongly, and kept silent where it should have spoken. */
export function counted(cases: Case[], look: (one: Case) => Iterable<CheckName>) {
  const counts = new Map<CheckName, { right: number; wrong: number; missed: number }>();
  const of = (kind: CheckName) => counts.get(kind) ?? counts.set(kind, { right: 0, wrong: 0, missed: 0 }).get(kind)!;
  const faults: string[] = [];
  for (const one of cases) {
    const said = new Set(look(one));
    for (const kind of said) {
      if (one.wrong.includes(kind)) of(kind).right++;
      else {
        of(kind).wrong++;
        faults.push(`says ${kind}: ${one.name}`);
      }
    }
    for (const kind of one.wrong) {
      if (said.has(kind)) continue;
      of(kind).missed++;
      faults.push(`misses ${kind}: ${one.name}`);
    }
  }
  return { counts, faults };
}

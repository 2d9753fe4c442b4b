import fc from 'fast-check';
import { newStemmer } from 'snowball-stemmers';
import { describe, expect, it } from 'vitest';
import { formsOf } from './forms';
import { kindWords } from './habit';
import { NoteIndex, type SearchNote } from './index';
import { excerpt, markWords } from './mark';
import { Vocabulary } from './vocabulary';
import { foldWord, termsOf, words } from './words';

const note = (id: string, name: string, body = '', more: Partial<SearchNote> = {}): SearchNote => ({
  id,
  name,
  subject: '',
  body,
  ...more,
});

function indexOf(...notes: SearchNote[]): NoteIndex {
  const index = new NoteIndex();
  for (const each of notes) index.put(each);
  return index;
}
const ids = (index: NoteIndex, query: string, options = {}) => index.search(query, options).map(({ id }) => id);

describe('words', () => {
  it('folds case, accents and letters that stand for others', () => {
    expect(words('Färøgade’s Straße, CAFÉ naïve').map(({ term }) => term)).toEqual([
      'farogades',
      'strasse',
      'cafe',
      'naive',
    ]);
    expect(foldWord('ŁÓDŹ')).toBe('lodz');
    expect(['Could', 'A4', 'ABC', 'don’t'].map(foldWord)).toEqual(['could', 'a4', 'abc', 'dont']);
  });
  it('tells where each word stands', () => {
    expect(words('an "été".')).toEqual([
      { term: 'an', from: 0, to: 2 },
      { term: 'ete', from: 4, to: 7 },
    ]);
  });
  it('takes scripts without spaces by two signs', () => {
    expect(words('調律師A4').map(({ term }) => term)).toEqual(['調律', '律師', '師', 'a4']);
    expect(words('調律師A4', true).map(({ term }) => term)).toEqual(['調律', '律師', 'a4']);
    expect(words('師', true).map(({ term }) => term)).toEqual(['師']);
    expect(words('ピアノ').map(({ term }) => term)).toEqual(words('ぴあの').map(({ term }) => term));
    expect(words('Привіт світ').map(({ term }) => term)).toEqual(['привіт', 'світ']);
  });
  it('are the same where each counts once', () => {
    const sign = fc.constantFrom(...'aAbé’ß 調律ピ.ー1\u0301\n');
    fc.assert(
      fc.property(fc.string({ unit: sign, maxLength: 60 }), (text) => {
        expect([...termsOf(text)]).toEqual([...new Set(words(text).map(({ term }) => term))]);
      }),
    );
  });
});

/** Optimal string alignment by the textbook table, to compare with. */
function distance(a: string, b: string): number {
  const d = Array.from({ length: a.length + 1 }, (_, i) => [i, ...new Array<number>(b.length).fill(0)]);
  for (let j = 0; j <= b.length; j++) d[0]![j] = j;
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      d[i]![j] = Math.min(d[i - 1]![j]! + 1, d[i]![j - 1]! + 1, d[i - 1]![j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        d[i]![j] = Math.min(d[i]![j]!, d[i - 2]![j - 2]! + 1);
    }
  }
  return d[a.length]![b.length]!;
}

describe('slips of the finger', () => {
  it.each([
    ['kitten', 'sitting', 3],
    ['saturday', 'sunday', 3],
    ['ab', 'ba', 1],
  ])('the table gives the published distance of %s and %s', (a, b, d) => {
    // The first two are Levenshtein's measure as commonly printed; the last is a transposition (Damerau 1964).
    expect(distance(a, b)).toBe(d);
  });

  it('are found as the table finds them, over many random words', () => {
    let seed = 7;
    const random = (n: number) => (seed = (seed * 1103515245 + 12345) % 2 ** 31) % n;
    const word = () => Array.from({ length: 3 + random(6) }, () => 'abcd'[random(4)]).join('');
    const terms = new Set(Array.from({ length: 600 }, word));
    const vocabulary = new Vocabulary(terms);
    for (let i = 0; i < 60; i++) {
      const typed = word();
      for (const most of [1, 2]) {
        const found = new Map(vocabulary.near(typed, most, false).map(({ term, slips }) => [term, slips]));
        for (const term of terms) {
          const d = distance(typed, term);
          expect(found.get(term), `${typed} ~ ${term}`).toBe(d <= most ? d : undefined);
        }
        const begun = new Set(vocabulary.near(typed, most, true).map(({ term }) => term));
        for (const term of terms) {
          const best = Math.min(
            ...Array.from({ length: term.length + 1 }, (_, n) => distance(typed, term.slice(0, n))),
          );
          expect(begun.has(term), `${typed} ~ beginning of ${term}`).toBe(best <= most);
        }
      }
    }
  });
});

describe('other forms of a word', () => {
  const known = (list: string[]) => [new Vocabulary(list), (term: string) => list.includes(term)] as const;

  // Each group is of one stem by the published Snowball rules of its language, as the registry's stemmers have them.
  it.each([
    ['english', 'tuning tuned tune tunes'],
    ['english', 'stopping stopped stop stops'],
    ['english', 'deposits deposit deposited'],
    ['english', 'reply replies replied replying'],
    ['german', 'rechnung rechnungen'],
    ['german', 'klavier klaviere klaviers klavieren'],
    ['spanish', 'pagar pagado pagan'],
    ['italian', 'accordatura accordature'],
    ['french', 'confirmer confirmez confirmées'],
    ['russian', 'настройка настройки настройку'],
  ])('are found in %s: %s', (language, group) => {
    const stemmer = newStemmer(language);
    const forms = group.split(' ');
    expect(new Set(forms.map((form) => stemmer.stem(form))).size).toBe(1);
    const [vocabulary, has] = known(forms.map(foldWord).sort());
    for (const form of forms) {
      expect([form, ...formsOf(foldWord(form), vocabulary, has).keys()].map(foldWord).sort()).toEqual(
        forms.map(foldWord).sort(),
      );
    }
  });

  it('are not words that only begin alike', () => {
    const [vocabulary, has] = known(['december', 'decent', 'deposit', 'depot', 'car', 'care', 'carpet', 'tunnel']);
    expect([...formsOf('december', vocabulary, has).keys()]).toEqual([]);
    expect([...formsOf('deposit', vocabulary, has).keys()]).toEqual([]);
    expect([...formsOf('tune', vocabulary, has).keys()]).toEqual([]);
  });

  it.each([
    ['a plural for a singular', 'deposits', 'The deposit is due.'],
    ['an -ing for the plain word', 'tuning', 'I tune pianos.'],
    ['two words as one', 'loanpiano', 'Ask about the loan piano.'],
    ['one word as two', 'note book', 'In the notebook.'],
    ['a hyphen left out', 'followup', 'A follow-up visit.'],
    ['a slip in a short word', 'gsp', 'Mind the gap.'],
    ['a slip that is a word too', 'form hill', 'Parking from the hill.'],
    ['Polish', 'strojenia', 'Proszę o strojenie.'],
    ['Czech', 'klavíry', 'Ladění klavíru.'],
    ['Russian', 'рояля', 'Настройка: рояль у окна.'],
    ['Greek', 'πιάνου', 'Το πιάνο σας.'],
    ['Greek, the last letter', 'ΚΟΥΡΔΙΣΤΗΣ', 'Ο κουρδιστής έρχεται.'],
    ['Hebrew with its article', 'הפסנתר', 'כיוון פסנתר בבית'],
    ['Hebrew without it', 'פסנתר', 'כיוון הפסנתר בבית'],
    ['Arabic with its article', 'البيانو', 'ضبط بيانو'],
    ['Arabic without it', 'بيانو', 'ضبط البيانو'],
    ['Korean with a particle', '피아노', '피아노를 조율합니다'],
    ['Korean run together', '피아노조율', '다음 피아노 조율 예약'],
    ['hiragana for katakana', 'ぴあの', 'ピアノの調律'],
    ['Chinese', '钢琴调音', '预约钢琴调音服务'],
  ])('are found by a search: %s', (_what, query, body) => {
    const others = Array.from({ length: 30 }, (_, i) =>
      note(`x${i}`, 'Form letter', `Other wording ${i} of the house.`),
    );
    expect(ids(indexOf(...others, note('wanted', 'Name', body)), query)[0]).toBe('wanted');
  });

  it('stand behind the word itself', () => {
    const index = indexOf(note('form', 'Deposits', 'deposits'), note('itself', 'Other', 'the deposit, by post'));
    expect(ids(index, 'deposit post')).toEqual(['itself', 'form']);
  });
});

describe('finding notes', () => {
  const index = indexOf(
    note('offer', 'Offer two appointments', 'I can come on one day or another.'),
    note('confirm', 'Confirm an appointment', 'This is to confirm the day.'),
    note('gate', 'Gate code', 'Is there a gate code, and may I park?'),
    note('humid', 'Humidity advice', 'A piano keeps its tune best between 45 and 60 per cent. Café Größe.'),
    note('yuki', '調律の予約', 'ピアノの調律'),
  );

  it.each([
    ['a word of the name', 'gate', 'gate'],
    ['words in any order', 'two offer', 'offer'],
    ['a word of the body', 'park', 'gate'],
    ['the beginning of the last word', 'humi', 'humid'],
    ['a word with a slip', 'humdity', 'humid'],
    ['neighbours exchanged', 'gaet', 'gate'],
    ['no accent', 'cafe grosse', 'humid'],
    ['another script', '調律', 'yuki'],
    ['capitals', 'CONFIRM', 'confirm'],
  ])('finds by %s', (_how, query, id) => expect(ids(index, query)[0]).toBe(id));

  it('puts a note with all words before one with some', () => {
    expect(ids(index, 'confirm day')[0]).toBe('confirm');
    expect(ids(index, 'confirm day')).toContain('offer');
  });

  it('puts a note where the words stand together before one where they stand apart', () => {
    const apart = 'first the day of the month and so on, then again the visit';
    expect(
      ids(indexOf(note('a', '', apart), note('b', '', 'the first visit of the day, and the month')), 'first visit'),
    ).toEqual(['b', 'a']);
  });

  it('lets a word that is rare and only begins alike say no more than the word that was typed', () => {
    const others = Array.from({ length: 60 }, (_, i) => note(`other${i}`, `Item ${i}`, 'an item of the list'));
    const index = indexOf(...others, note('rare', 'Price list', 'itemtype'), note('meant', 'Price list', 'item'));
    expect(ids(index, 'price item')[0]).toBe('meant');
  });
  it('finds two words run together before what only begins like them', () => {
    const index = indexOf(note('alike', 'Downloads', ''), note('meant', 'Speed', 'more downloads than ever before'));
    expect(ids(index, 'downloadsthan')).toEqual(['meant']);
    expect(ids(index, 'downloadsthat')).toEqual(['alike', 'meant']);
  });
  it('takes one and several for nearly the same, also where a note has the word as it was typed', () => {
    const long = 'the rooms of the house are let to guests for a week or longer in spring and in autumn';
    const index = indexOf(note('typed', 'House', `${long}, deposits`), note('meant', 'Deposit for a room', ''));
    expect(ids(index, 'rooms deposits')[0]).toBe('meant');
  });
  it('puts the name before the body', () => {
    expect(ids(indexOf(note('b', 'Other', 'deposit'), note('a', 'Deposit', 'other')), 'deposit')).toEqual(['a', 'b']);
  });

  it('gives nothing for nothing, and nothing for what is nowhere', () => {
    for (const query of ['', '  ', ',.;', 'xylophone']) expect(ids(index, query)).toEqual([]);
    expect(new NoteIndex().search('x')).toEqual([]);
  });

  it('lets habit decide between equals only', () => {
    const now = Date.UTC(2026, 10, 24);
    const habits = indexOf(
      note('a', 'Deposit'),
      note('b', 'Deposit', '', { used: 40, lastUsed: now - 86_400_000 }),
      note('c', 'Other', 'deposit', { used: 9999, lastUsed: now }),
    );
    expect(ids(habits, 'deposit', { now })).toEqual(['b', 'a', 'c']);
  });

  it('looks at name, cue, description, subject, body and shelf', () => {
    const index = indexOf(
      note('n', 'walnut'),
      note('c', '', '', { cue: 'walnut' }),
      note('d', '', '', { description: 'for walnut cases' }),
      note('s', '', '', { subject: 'Your walnut case' }),
      note('b', '', 'About walnut.'),
      note('h', '', '', { shelf: 'Care Walnut' }),
      note('x', 'oak'),
    );
    expect(ids(index, 'walnut').sort()).toEqual(['b', 'c', 'd', 'h', 'n', 's']);
    expect(ids(index, 'walnut')[0]).toBe('c');
    expect(ids(index, 'care waln')).toEqual(['h', ...ids(index, 'care waln').slice(1)]);
  });

  it('puts a cue typed whole before everything else', () => {
    const index = indexOf(
      note('name', 'Hum hum hum', 'hum', { used: 99, lastUsed: Date.now() }),
      note('cue', 'Something else', '', { cue: 'Hum' }),
      note('sign', 'Third', '', { cue: '§hum' }),
    );
    expect(ids(index, 'hum', { now: Date.now() })[0]).toBe('cue');
    expect(ids(index, '§hum')[0]).toBe('sign');
  });

  it('lets what was used for this person, and for this kind of message, decide between equals only', () => {
    const now = Date.now();
    const used = { used: 4, lastUsed: now };
    const index = indexOf(
      note('plain', 'Tuning offer', '', used),
      note('person', 'Tuning offer', '', { ...used, usedFor: { people: { 'ada@x.example': 3 }, words: {} } }),
      note('kind', 'Tuning offer', '', { ...used, usedFor: { people: {}, words: { december: 4 } } }),
      note('body', 'Other', 'tuning', { ...used, usedFor: { people: { 'ada@x.example': 4 }, words: { december: 4 } } }),
    );
    const occasion = (person: string, words: string[]) => ({ now, occasion: { person, words } });
    expect(ids(index, 'tuning offer', occasion('ada@x.example', []))[0]).toBe('person');
    expect(ids(index, 'tuning offer', occasion('bo@x.example', ['december']))[0]).toBe('kind');
    expect(ids(index, 'tuning', occasion('ada@x.example', ['december'])).at(-1)).toBe('body');
    expect(kindWords('Tuning in December 2026, tuning')).toEqual(['tuning', 'december']);
  });

  it('gives all that is found, in the same order, when all are wanted', () => {
    const index = indexOf(...Array.from({ length: 150 }, (_, i) => note(`n${i}`, `Tuning ${'x '.repeat(i % 7)}`)));
    const all = ids(index, 'tuning', { limit: 1000 });
    expect(all).toHaveLength(150);
    expect(all.slice(0, 20)).toEqual(ids(index, 'tuning', { limit: 20 }));
  });

  it('follows changes', () => {
    const changing = indexOf(note('a', 'Alpha'), note('b', 'Beta'));
    changing.put(note('a', 'Gamma'));
    expect(ids(changing, 'alpha')).toEqual([]);
    expect(ids(changing, 'gamma')).toEqual(['a']);
    changing.drop('a');
    changing.drop('nobody');
    expect(ids(changing, 'gamma')).toEqual([]);
    expect(changing.size).toBe(1);
  });

  it('after any changes finds what a new index finds', () => {
    let seed = 11;
    const random = (n: number) => (seed = (seed * 1103515245 + 12345) % 2 ** 31) % n;
    const text = () => Array.from({ length: 4 + random(8) }, () => `w${random(60)}${'s'.repeat(random(2))}`).join(' ');
    const changed = new NoteIndex();
    const now = new Map<string, SearchNote>();
    for (let i = 0; i < 2_000; i++) {
      const id = `n${random(150)}`;
      if (random(3)) {
        const old = now.get(id);
        const fresh = old && random(2) ? { ...old, used: i } : note(id, text(), text());
        changed.put(fresh);
        now.set(id, fresh);
      } else {
        changed.drop(id);
        now.delete(id);
      }
      if (i % 97) continue;
      const fresh = indexOf(...now.values());
      expect(changed.size).toBe(now.size);
      for (const query of [text(), `w${random(60)}`, 'w1 w2s', 'w7w8']) {
        const round = (index: NoteIndex) =>
          index.search(query, { now: 9e12 }).map(({ id, score }) => [id, score.toFixed(6)]);
        expect(round(changed)).toEqual(round(fresh));
      }
    }
  });
});

describe('showing what matched', () => {
  it('marks the words', () => {
    expect(markWords('A gate, a Gaté.', ['gate'])).toEqual([
      { text: 'A ', marked: false },
      { text: 'gate', marked: true },
      { text: ', a ', marked: false },
      { text: 'Gaté', marked: true },
      { text: '.', marked: false },
    ]);
  });
  it('marks signs that overlap once', () => {
    expect(markWords('調律師です', ['調律', '律師'])).toEqual([
      { text: '調律師', marked: true },
      { text: 'です', marked: false },
    ]);
  });
  it('shows the stretch around the first match', () => {
    const long = 'word '.repeat(60) + 'needle ' + 'word '.repeat(60);
    const shown = excerpt(long, ['needle']);
    expect(shown).toContain('needle');
    expect(shown.length).toBeLessThan(110);
    expect(excerpt('short\ntext', [])).toBe('short text');
  });
});

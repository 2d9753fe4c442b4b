import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { routineSchema } from '#shared/schemas/routine';
import type { Draft, Note } from '#shared/types/wire';
import { docFromText, parseDoc } from '#core/note/schema';
import { toText } from '#core/note/text';
import { saveDraft } from '../../tests/sending';
import { newAccount, openTestApplication } from '../../tests/application';
import { changeSettings, readSettings } from './accounts';
import type { Application } from './application';
import { beginDraft, readDrafts } from './drafts';
import { changeLookup, keepLookup } from './lookups';
import { changeNote, keepNote } from './notes';
import { changePerson, meetByAddress } from './people';
import { changeRoutine, makeRoutine } from './routines';
import { changeShelf, makeShelf } from './shelves';

/** Windows that write at the same moment, and how often each writes. */
const WINDOWS = 4;
const TIMES = 10;

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

interface Thing {
  version: number;
}

/** Something that windows write to, and where in it their words go. */
interface Written<T extends Thing> {
  thing: T;
  write(thing: T): Promise<T>;
  words(thing: T): string;
  put(thing: T, words: string): T;
}

/**
 * Windows write to one thing at the same moment, each a word more than it shows. Whoever is refused shows what is newer and
 * goes on from there.
 * @returns the words that were said to be kept and are not there in the end
 */
async function lostWords<T extends Thing>({ thing, write, words, put }: Written<T>): Promise<string[]> {
  let newest = thing;
  const kept: string[] = [];
  const work = async (window: number) => {
    let shown = thing;
    for (let i = 0; i < TIMES; i++) {
      const word = `w${window}-${i}.`;
      while (!words(shown).includes(word)) {
        const written = put(shown, `${words(shown)} ${word}`);
        try {
          // What is written in a window stays, as the version that was said to be kept.
          shown = { ...written, version: (await write(written)).version };
        } catch (error) {
          const { data } = error as { data?: { code: string; current: T } };
          if (data?.code !== 'stale') throw error;
          shown = data.current;
        }
      }
      kept.push(word);
      if (shown.version > newest.version) newest = shown;
    }
  };
  await Promise.all(Array.from({ length: WINDOWS }, (_, window) => work(window)));
  return kept.filter((word) => !words(newest).includes(word));
}

describe('windows that write at the same moment lose nothing of one another', () => {
  const inBody = {
    words: ({ body }: { body: unknown }) => toText(parseDoc(body)),
    put: <T>(thing: T, words: string) => ({ ...thing, body: docFromText(words) }),
  };

  it('in a note', async () => {
    const { id: owner } = await newAccount(app);
    const thing = await keepNote(app, owner, emptyNote('A note'));
    const write = (note: Note) => changeNote(app, owner, note.id, note);
    expect(await lostWords<Note>({ thing, write, ...inBody })).toEqual([]);
  });

  it('in a draft', async () => {
    const { id: owner } = await newAccount(app);
    const thing = await beginDraft(app, owner, { mode: 'new' });
    const write = (draft: Draft) => saveDraft(app, owner, draft);
    expect(await lostWords<Draft>({ thing, write, ...inBody })).toEqual([]);
  });

  it('in a lookup', async () => {
    const { id: owner } = await newAccount(app);
    const columns = [{ id: 'a', name: 'A', type: 'text' as const }];
    const thing = await keepLookup(app, owner, { name: 'Towns', columns, keyColumn: 'a', rows: [{ a: '' }] });
    const lost = await lostWords({
      thing,
      write: (lookup) => changeLookup(app, owner, lookup.id, lookup),
      words: ({ rows }) => rows[0]!.a!,
      put: (lookup, words) => ({ ...lookup, rows: [{ a: words }] }),
    });
    expect(lost).toEqual([]);
  });

  it('in the settings', async () => {
    const { id: owner } = await newAccount(app);
    const lost = await lostWords({
      thing: await readSettings(app, owner),
      write: (settings) => changeSettings(app, owner, settings),
      words: ({ fields }) => fields[0]?.value ?? '',
      put: (settings, value) => ({ ...settings, fields: [{ name: 'Street', value }] }),
    });
    expect(lost).toEqual([]);
  });

  it('in a routine and about a person', async () => {
    const { id: owner } = await newAccount(app);
    const routine = await makeRoutine(app, owner, routineSchema.validateSync({ name: 'Pass on' }));
    const lostThere = await lostWords({
      thing: routine,
      write: (one) => changeRoutine(app, owner, one.id, one),
      words: ({ notes }) => notes.join(' '),
      put: (one, words) => ({ ...one, notes: words.split(' ') }),
    });
    expect(lostThere).toEqual([]);
    const person = await meetByAddress(app, owner, { name: 'Ada', address: 'ada@marsh.example' });
    const lost = await lostWords({
      thing: person,
      write: (one) => changePerson(app, owner, one.id, one),
      words: ({ fields }) => fields[0]?.value ?? '',
      put: (one, value) => ({ ...one, fields: [{ name: 'Notes', value }] }),
    });
    expect(lost).toEqual([]);
  });

  it('on a shelf', async () => {
    const { id: owner } = await newAccount(app);
    const lost = await lostWords({
      thing: await makeShelf(app, owner, { name: 'Money', description: '', parentId: null, position: null }),
      write: (shelf) => changeShelf(app, owner, shelf.id, shelf),
      words: ({ description }) => description,
      put: (shelf, description) => ({ ...shelf, description }),
    });
    expect(lost).toEqual([]);
  });

  it('in new messages that are begun in several windows', async () => {
    const { id: owner } = await newAccount(app);
    const kept: string[] = [];
    const work = async (window: number) => {
      for (let i = 0; i < 3 * TIMES; i++) {
        const draft = await beginDraft(app, owner, { mode: 'new' });
        const word = `w${window}-${i}.`;
        // One in which nothing stands yet is for all windows the same; the second to write in it is told.
        const isKept = await saveDraft(app, owner, inBody.put(draft, word)).then(
          () => true,
          (error) => (error.data?.code === 'stale' ? false : Promise.reject(error)),
        );
        if (isKept) kept.push(word);
      }
    };
    await Promise.all(Array.from({ length: WINDOWS }, (_, window) => work(window)));
    const there = (await readDrafts(app, owner)).map(({ preview }) => preview);
    expect(kept.filter((word) => !there.includes(word))).toEqual([]);
  });
});

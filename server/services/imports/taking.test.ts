import { beforeAll, describe, expect, it } from 'vitest';
import { emptyNote } from '#shared/schemas/note';
import { routineSchema, type RoutineInput } from '#shared/schemas/routine';
import { docFromText } from '#core/note/schema';
import { newAccount, openTestApplication, plainPasswords } from '../../../tests/application';
import { bring, bundleOf, note, run } from '../../../tests/carrying';
import type { Application } from '../application';
import { changeSettings, readSettings } from '../accounts';
import { loadDemoOnce } from '../demo';
import { changeNote, deleteNotes, keepNote, readHistory, readNote, readNotes } from '../notes';
import { changeRoutine, makeRoutine, readRoutines } from '../routines';
import { readShelves } from '../shelves';
import { chooseForImport } from './import';
import { undoImport } from './undo';
import { said } from '../../../tests/words';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
  await loadDemoOnce(app, plainPasswords);
});
describe('what came in', () => {
  it('is carried out from two windows at once, and takes nothing twice', async () => {
    const { id: owner } = await newAccount(app);
    const notes = Array.from({ length: 350 }, (_, i) => note(`Note ${i}`, { shelf: 's' }));
    const { id } = await bring(app, owner, [['a.json', bundleOf({ shelves: [{ key: 's', name: 'Shelf' }], notes })]]);
    const [one, other] = await Promise.all([run(app, owner, id), run(app, owner, id)]);
    expect(one.steps.at(-1)).toMatchObject({ finished: true, problem: null });
    expect(other.steps.at(-1)).toMatchObject({ finished: true, problem: null });
    expect(await readNotes(app, owner)).toHaveLength(350);
    expect(await readShelves(app, owner)).toHaveLength(1);
  });

  it('says of a cue that is taken whose it is, before and afterwards, and takes the note without it', async () => {
    const { id: owner } = await newAccount(app);
    await keepNote(app, owner, { ...emptyNote('Mine'), cue: 'Hum' });
    const text = bundleOf({
      notes: [note('New', { cue: 'hum' }), note('One', { cue: 'x' }), note('Two', { cue: 'X' })],
    });
    const { id, items } = await bring(app, owner, [['a.json', text]]);
    const taken = 'The cue “hum” belongs to “Mine”; it comes without one.';
    expect(items.map(({ problem }) => said(problem))).toEqual([taken, '', '']);
    const { items: after } = await run(app, owner, id);
    expect(after.map(({ state, problem }) => [state, said(problem)])).toEqual([
      ['done', taken],
      ['done', ''],
      ['done', 'The cue “X” belongs to “One”; it comes without one.'],
    ]);
    expect((await readNotes(app, owner)).map(({ name, cue }) => [name, cue])).toEqual([
      ['Mine', 'Hum'],
      ['New', ''],
      ['One', 'x'],
      ['Two', ''],
    ]);
  });

  it('is undone: what came goes, what was replaced is back, and what was worked on since stays', async () => {
    const { id: owner } = await newAccount(app);
    const mine = await keepNote(app, owner, { ...emptyNote('Mine'), body: docFromText('My words.'), cue: 'my' });
    const worked = await keepNote(app, owner, { ...emptyNote('Worked on'), body: docFromText('My words.') });
    const shelf = (key: string, inside: string | null) => ({ key, name: key, description: '', inside });
    const text = bundleOf({
      shelves: [shelf('outer', null), shelf('inner', 'outer'), shelf('used', null)],
      notes: [note('Mine'), note('Worked on'), note('New', { shelf: 'inner' })],
      people: [{ address: 'ada@x.example', firstName: 'Ada', lastName: '', fullName: 'Ada', company: '', fields: [] }],
    });
    const { id } = await bring(app, owner, [['a.json', text]]);
    await chooseForImport(app, owner, id, [{ verdict: 'conflict', choice: 'replace' }]);
    await run(app, owner, id);
    const later = await readNote(app, owner, worked.id);
    await changeNote(app, owner, worked.id, { ...later, body: docFromText('Words, and more.') });
    const used = (await readShelves(app, owner)).find(({ name }) => name === 'used')!;
    await keepNote(app, owner, { ...emptyNote('Put there'), shelfId: used.id });
    await expect(undoImport(app, (await newAccount(app)).id, id)).rejects.toMatchObject({ status: 404 });

    expect(await undoImport(app, owner, id)).toEqual({ binned: 1, restored: 1, people: 1, changed: 1, stay: 0 });
    expect((await readNotes(app, owner)).map(({ name }) => name)).toEqual(['Mine', 'Put there', 'Worked on']);
    expect(await readNote(app, owner, mine.id)).toMatchObject({ body: docFromText('My words.'), cue: 'my' });
    expect((await readHistory(app, owner, mine.id))[0]).toMatchObject({ body: docFromText('Words.') });
    expect(await readNote(app, owner, worked.id)).toMatchObject({ body: docFromText('Words, and more.') });
    expect((await readShelves(app, owner)).map(({ name }) => name)).toEqual(['used']);
    await expect(undoImport(app, owner, id)).rejects.toMatchObject({ status: 404 });
  });

  it('is undone to the first wording where two of its notes replaced one, and takes back one whose note had gone', async () => {
    const { id: owner } = await newAccount(app);
    const mine = await keepNote(app, owner, { ...emptyNote('Mine'), body: docFromText('First words.') });
    const gone = await keepNote(app, owner, { ...emptyNote('Gone'), body: docFromText('Words of mine.') });
    const { id } = await bring(app, owner, [
      ['a.json', bundleOf({ notes: [note('Mine'), note('Gone')] })],
      ['b.json', bundleOf({ notes: [note('Mine', { body: docFromText('Other words.') })] })],
    ]);
    await chooseForImport(app, owner, id, [{ verdict: 'conflict', choice: 'replace' }]);
    await deleteNotes(app, owner, [gone.id]);
    const { items } = await run(app, owner, id);
    expect(items.map(({ choice }) => choice)).toEqual(['replace', 'take', 'replace']);
    expect(await readNote(app, owner, mine.id)).toMatchObject({ body: docFromText('Other words.') });
    expect(await undoImport(app, owner, id)).toEqual({ binned: 1, restored: 1, people: 0, changed: 0, stay: 0 });
    expect(await readNotes(app, owner)).toMatchObject([{ name: 'Mine', bodyText: 'First words.' }]);
    expect((await readHistory(app, owner, mine.id)).map(({ body }) => body)).toEqual([
      docFromText('Other words.'),
      docFromText('Words.'),
      docFromText('First words.'),
    ]);
  });

  it('leaves a shelf aside that would stand too deep, says so, and takes the note that stood on it', async () => {
    const { id: owner } = await newAccount(app);
    const shelves = Array.from({ length: 9 }, (_, i) => ({
      key: `s${i}`,
      name: `Shelf ${i}`,
      inside: i ? `s${i - 1}` : null,
    }));
    const { id } = await bring(app, owner, [['a.json', bundleOf({ shelves, notes: [note('Deep', { shelf: 's8' })] })]]);
    const { items } = await run(app, owner, id);
    expect(items.filter(({ state }) => state === 'failed')).toMatchObject([
      { name: 'Shelf 8', problem: { code: 'error.shelvesDeep', params: { most: 8 } } },
    ]);
    expect(await readNotes(app, owner)).toMatchObject([{ name: 'Deep', shelfId: null }]);
  });

  it('tells cues apart as the library does, and one that is taken keeps nothing else out', async () => {
    const { id: owner } = await newAccount(app);
    await keepNote(app, owner, { ...emptyNote('Mine'), cue: 'cafe' });
    const notes = [
      note('Accent', { cue: 'café' }),
      note('Same', { cue: 'CAFE' }),
      note('Twice', { cue: 'Café' }),
      note('Other', { cue: 'ß' }),
      note('Sharp', { cue: 'ss' }),
    ];
    const { id } = await bring(app, owner, [['cues.json', bundleOf({ notes })]]);
    const { steps } = await run(app, owner, id);
    expect(steps.at(-1)).toMatchObject({ finished: true, problem: null });
    const cues = Object.fromEntries((await readNotes(app, owner)).map(({ name, cue }) => [name, cue]));
    expect(cues).toEqual({ Mine: 'cafe', Accent: 'café', Same: '', Twice: '', Other: 'ß', Sharp: 'ss' });
  });

  it('takes each piece by itself: what is wrong is said, and the rest comes in', async () => {
    const { id: owner } = await newAccount(app);
    const nested = (levels: number): object =>
      levels
        ? { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }, nested(levels - 1)] }] }
        : { type: 'paragraph' };
    const passage = { type: 'passage', attrs: { label: 'p', when: 'word' }, content: [{ type: 'paragraph' }] };
    const notes = [
      note('Good'),
      { ...note('x'), name: {} },
      note('Often', { used: 3e9 }),
      note('When', { body: { type: 'doc', content: [passage] } }),
      note('Seven', { body: { type: 'doc', content: [nested(7)] } }),
      note('Sixty', { body: { type: 'doc', content: [nested(60)] } }),
      note('Cue', { cue: { a: 1 } }),
      5,
      null,
      [],
    ];
    const preview = await bring(app, owner, [
      ['wrong.json', bundleOf({ notes, shelves: {}, people: [null, { address: [] }], lookups: [{ columns: 'x' }] })],
      ['good.md', 'Hello [name]'],
    ]);
    const problems = preview.items.filter(({ verdict }) => verdict === 'problem');
    expect(problems).toHaveLength(12);
    for (const { problem } of problems) expect(said(problem)).toMatch(/\S/);
    await run(app, owner, preview.id);
    expect((await readNotes(app, owner)).map(({ name }) => name).sort()).toEqual(['Good', 'Seven', 'good']);
  });

  it('leaves one’s own data alone unless that is chosen, and gives them back with the rest', async () => {
    const { id: owner } = await newAccount(app);
    const before = await readSettings(app, owner);
    const { version: _v, ...own } = { ...before, name: 'Somebody Else', fields: [{ name: 'tel', value: '1' }] };
    const files: [string, string][] = [['all.json', bundleOf({ notes: [note('Good')], sender: own })]];
    const untouched = await bring(app, owner, files);
    await chooseForImport(app, owner, untouched.id, [{ verdict: 'conflict', choice: 'replace' }]);
    await run(app, owner, untouched.id);
    expect(await readSettings(app, owner)).toEqual(before);

    const chosen = await bring(app, owner, files);
    const { position } = chosen.items.find(({ kind }) => kind === 'sender')!;
    await chooseForImport(app, owner, chosen.id, [{ position, choice: 'replace' }]);
    await run(app, owner, chosen.id);
    expect(await readSettings(app, owner)).toMatchObject({ name: 'Somebody Else' });
    await undoImport(app, owner, chosen.id);
    const { version, ...after } = await readSettings(app, owner);
    expect({ ...after, version: before.version }).toEqual(before);
    expect(version).toBe(before.version + 2);
  });

  it('takes one’s own data of an earlier version, and leaves what that knew nothing of', async () => {
    const { id: owner } = await newAccount(app);
    const mine = await readSettings(app, owner);
    const slips = [{ slip: 'teh', meant: 'the', off: false }];
    await changeSettings(app, owner, { ...mine, slips, sendDelay: 7 });
    const { name, locale, timeZone, fields, currency, weekdaysOff, daysOff, pictureLimit, attachmentLimit } = mine;
    const earlier = {
      ...{ name, locale, timeZone, fields, currency, weekdaysOff, daysOff, pictureLimit, attachmentLimit },
      signature: docFromText('Wren, as ever'),
    };
    const chosen = await bring(app, owner, [['old.json', bundleOf({ notes: [note('One')], sender: earlier })]]);
    const { position } = chosen.items.find(({ kind }) => kind === 'sender')!;
    await chooseForImport(app, owner, chosen.id, [{ position, choice: 'replace' }]);
    await run(app, owner, chosen.id);
    const taken = await readSettings(app, owner);
    expect(taken).toMatchObject({ slips, sendDelay: 7, signatures: [{ body: docFromText('Wren, as ever') }] });
    expect(taken.signatureAnswer).toBe(taken.signatures[0]!.id);
    await undoImport(app, owner, chosen.id);
    expect((await readSettings(app, owner)).signatures).toEqual([]);
  });

  it('brings routines with the notes they put in, none twice, none over one that is there, and takes them back', async () => {
    const { id: owner } = await newAccount(app);
    const routine = (name: string, more: object = {}) => routineSchema.cast({ name, ...more }) as RoutineInput;
    const mine = await makeRoutine(app, owner, routine('Decline', { filed: 'archive' }));
    const here = await keepNote(app, owner, { ...emptyNote('Here'), body: docFromText('Words.') });
    const text = bundleOf({
      notes: [{ name: '' }, note('Here'), note('Fresh'), note('Left')],
      routines: [
        routine('Offer', { notes: ['bundle:note:2', 'bundle:note:3'], againIn: 3, signature: 'nobody' }),
        routine('decline', { cc: [{ name: '', address: 'office@x.example' }] }),
        routine('Short', { notes: ['bundle:note:4', 'bundle:note:1'] }),
        { name: 'Odd', answer: 'shout' },
      ],
    });
    const preview = await bring(app, owner, [['a.json', text]]);
    expect(preview.items.filter(({ kind }) => kind === 'routine')).toMatchObject([
      { name: 'Offer', verdict: 'new' },
      { name: 'decline', verdict: 'conflict', choice: 'take' },
      { name: 'Short', verdict: 'new' },
    ]);
    const { position } = preview.items.find(({ name }) => name === 'Left')!;
    await chooseForImport(app, owner, preview.id, [{ position, choice: 'leave' }]);
    const { items } = await run(app, owner, preview.id);
    const fresh = (await readNotes(app, owner)).find(({ name }) => name === 'Fresh')!;
    const came = await readRoutines(app, owner);
    expect(came).toMatchObject([
      mine,
      { name: 'Offer', notes: [here.id, fresh.id], againIn: 3, signature: null },
      { name: 'decline (2)', filed: '', cc: [{ address: 'office@x.example' }] },
      { name: 'Short', notes: [] },
    ]);
    expect(said(items.find(({ name }) => name === 'Short')!.problem)).toMatch(/was not taken/);

    const again = await bring(app, owner, [['a.json', text]]);
    await run(app, owner, again.id);
    const names = (await readRoutines(app, owner)).map(({ name }) => name);
    expect(names).toEqual(['Decline', 'Offer', 'decline (2)', 'Short', 'Short (2)']);

    const [, offer, decline] = came;
    await changeRoutine(app, owner, decline!.id, { ...decline!, filed: 'trash' });
    const undone = await undoImport(app, owner, preview.id);
    expect(undone.stay).toBe(1);
    const left = await readRoutines(app, owner);
    expect(left.map(({ id }) => id)).not.toContain(offer!.id);
    expect(left).toEqual(expect.arrayContaining([mine, expect.objectContaining({ id: decline!.id, filed: 'trash' })]));
  });
});

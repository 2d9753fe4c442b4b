import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Draft } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { docFromText, parseDoc } from '#core/note/schema';
import { toText } from '#core/note/text';
import { offline, openInterface, staleWith } from '../../tests/interface';
import { allHandedOver } from '~/utils/handingOver';
import { useDraft } from './useDraft';

const says = (words: string) => ({ body: docFromText(words) });
const read = (draft: Draft | null) => (draft ? toText(parseDoc(draft.body)) : null);
const first: Draft = {
  id: 'd1',
  version: 1,
  updatedAt: 0,
  mode: 'new',
  originalId: null,
  to: [],
  cc: [],
  bcc: [],
  subject: docFromText(''),
  body: docFromText('Dear Ada,'),
  fills: {},
  attachments: [],
  quote: false,
  signature: null,
  mailboxId: null,
  silenced: [],
  handling: NO_HANDLING,
  openBlanks: 0,
  problem: null,
  subjectText: '',
  preview: '',
  state: 'open',
};

/** A server with one draft, which answers as servers do, and may be silent. */
let stored: Draft;
let silent: boolean;
let slow: Promise<void>;
let world: ReturnType<typeof openInterface>;
const journals = () => [...world.kept].filter(([key]) => key.startsWith('jar-note:me:draft:d1'));
const journal = () => journals()[0]?.[1];
const puts = () => world.asked.filter(({ method }) => method === 'PUT').length;

beforeEach(() => {
  vi.useFakeTimers();
  stored = structuredClone(first);
  silent = false;
  slow = Promise.resolve();
  world = openInterface(async (_path, { body }) => {
    await slow;
    if (silent) throw offline();
    const { version, ...content } = body as unknown as Draft;
    if (version !== stored.version) throw staleWith(stored);
    stored = { ...stored, ...content, version: version + 1 };
    // What was written is not sent back.
    const { id, updatedAt, subjectText, preview, openBlanks } = stored;
    return { id, version: stored.version, updatedAt, subjectText, preview, openBlanks };
  });
});
afterEach(() => vi.useRealTimers());

function opened() {
  const work = useDraft(() => 'me');
  work.open(structuredClone(stored));
  return work;
}

describe('a draft', () => {
  it('is in the journal within half a second and on the server within one, however one types', async () => {
    const work = opened();
    for (let i = 0; i < 12; i++) {
      work.change(says(`Dear Ada, ${'x'.repeat(i)}`));
      await vi.advanceTimersByTimeAsync(80);
      if (i === 6) expect(journal()).toContain('xxx');
    }
    expect(read(stored)).toContain('xxx');
    await vi.advanceTimersByTimeAsync(1000);
    expect(read(stored)).toBe(`Dear Ada, ${'x'.repeat(11)}`);
    expect(work.state.value).toBe('saved');
    expect(journal()).toBeUndefined();
    // A dozen keys are no dozen requests.
    expect(puts()).toBeLessThanOrEqual(3);
  });

  it('loses nothing to a server that is silent, and is handed over when it answers again', async () => {
    const work = opened();
    silent = true;
    work.change(says('Written without a server.'));
    await vi.advanceTimersByTimeAsync(2000);
    expect(work.state.value).toBe('waiting');
    expect(work.problem.value).toContain('does not answer');
    expect(journal()).toContain('Written without a server.');
    silent = false;
    await vi.advanceTimersByTimeAsync(4000);
    expect(read(stored)).toBe('Written without a server.');
    expect(work.problem.value).toBe('');
  });

  it('is found again in the journal after the window was closed, and goes on from there', async () => {
    const before = opened();
    silent = true;
    before.change(says('Closed in the middle.'));
    await vi.advanceTimersByTimeAsync(400);
    silent = false;
    const after = opened();
    expect(read(after.draft.value)).toBe('Closed in the middle.');
    await vi.advanceTimersByTimeAsync(1000);
    expect(read(stored)).toBe('Closed in the middle.');
  });

  it('keeps what one window could not save, whatever another one writes and saves meanwhile', async () => {
    const one = opened();
    const other = opened();
    other.change(says('From the other window.'));
    await vi.advanceTimersByTimeAsync(1000);
    one.change(says('Words of the one.'));
    await vi.advanceTimersByTimeAsync(1000);
    expect(one.state.value).toBe('conflict');
    one.close();
    other.change(says('From the other window, and on.'));
    await vi.advanceTimersByTimeAsync(1000);
    expect([other.state.value, read(stored)]).toEqual(['saved', 'From the other window, and on.']);
    const again = opened();
    expect([again.state.value, read(again.draft.value)]).toEqual(['conflict', 'Words of the one.']);
    expect(read(again.theirs.value)).toBe('From the other window, and on.');
    await again.keepMine();
    expect([read(stored), journals()]).toEqual(['Words of the one.', []]);
  });

  it('brings back one after the other what two windows could not save, and none of it once it is discarded', async () => {
    const windows = [opened(), opened()];
    stored = { ...stored, ...says('From elsewhere.'), version: 2 };
    for (const [i, one] of windows.entries()) {
      one.change(says(`Words of ${i}.`));
      await vi.advanceTimersByTimeAsync(1000);
      one.close();
    }
    const first = opened();
    expect(first.state.value).toBe('conflict');
    const seen = [read(first.draft.value)];
    first.takeTheirs();
    first.close();
    const second = opened();
    seen.push(read(second.draft.value));
    expect(seen.sort()).toEqual(['Words of 0.', 'Words of 1.']);
    second.forget();
    expect(journals()).toEqual([]);
  });

  it('is not overwritten by another window: both versions stand until one is chosen', async () => {
    const mine = opened();
    stored = { ...stored, ...says('From the other window.'), version: 2 };
    mine.change(says('From this one.'));
    await vi.advanceTimersByTimeAsync(1000);
    expect(mine.state.value).toBe('conflict');
    expect(read(mine.theirs.value)).toBe('From the other window.');
    expect(read(mine.draft.value)).toBe('From this one.');
    expect(read(stored)).toBe('From the other window.');
    // What is written meanwhile stays here, and is in the journal.
    mine.change(says('From this one, longer.'));
    await vi.advanceTimersByTimeAsync(2000);
    expect(read(stored)).toBe('From the other window.');
    expect(journal()).toContain('longer');
    await mine.keepMine();
    expect(read(stored)).toBe('From this one, longer.');
    expect(mine.state.value).toBe('saved');
  });

  it('takes the other version when that is chosen, and leaves no journal of its own', async () => {
    const mine = opened();
    stored = { ...stored, ...says('From the other window.'), version: 2 };
    mine.change(says('From this one.'));
    await vi.advanceTimersByTimeAsync(1000);
    expect(read(mine.takeTheirs())).toBe('From the other window.');
    expect(journal()).toBeUndefined();
    mine.change(says('And on from there.'));
    await vi.advanceTimersByTimeAsync(1000);
    expect(read(stored)).toBe('And on from there.');
  });

  it('is read from the editor when it is to be kept, not at each key', async () => {
    const work = opened();
    const readEditor = vi.fn(() => says('What the editor holds.'));
    for (let i = 0; i < 5; i++) work.changeLater('body', readEditor);
    expect(readEditor).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1000);
    expect(readEditor).toHaveBeenCalledTimes(1);
    expect(read(stored)).toBe('What the editor holds.');
  });

  it('takes what is typed while it is being saved along to the next save', async () => {
    const work = opened();
    work.change(says('One'));
    const saving = work.save();
    work.change(says('One, two'));
    await saving;
    await vi.advanceTimersByTimeAsync(1000);
    expect(read(stored)).toBe('One, two');
    expect(read(work.draft.value)).toBe('One, two');
  });

  it('closed while it is being saved is no other version of itself when it is opened again', async () => {
    let answers = () => {};
    for (const more of ['', ' and more']) {
      const work = opened();
      work.change(says('My answer is be'));
      await vi.advanceTimersByTimeAsync(310);
      expect(journal()).toContain('is be');
      slow = new Promise((resolve) => (answers = resolve));
      work.change(says('My answer is begun.'));
      void work.save();
      if (more) work.change(says('My answer is begun and more'));
      work.close();
      expect(journal()).toContain(`is begun${more || '.'}`);
      answers();
      await allHandedOver();
      expect(read(stored)).toBe(`My answer is begun${more || '.'}`);
      const again = opened();
      expect([again.state.value, read(again.draft.value), journal()]).toEqual(['saved', read(stored), undefined]);
      again.close();
    }
  });

  it('closed after a choice between two versions goes on from the one that was chosen', async () => {
    for (const choose of ['keepMine', 'takeTheirs'] as const) {
      const work = opened();
      work.change(says('Mine'));
      await work.save();
      stored = { ...stored, ...says('Theirs'), version: stored.version + 1 };
      work.change(says('Mine again'));
      await work.save();
      expect(work.state.value).toBe('conflict');
      const chosen = work[choose]();
      work.change(says(`After ${choose}`));
      work.close();
      await chosen;
      await allHandedOver();
      expect([read(stored), journal()]).toEqual([`After ${choose}`, undefined]);
    }
  });

  it('closed while the server is silent is found again in the journal', async () => {
    const work = opened();
    silent = true;
    work.change(says('My answer is begun.'));
    void work.save();
    work.close();
    await allHandedOver();
    silent = false;
    const again = opened();
    expect(read(again.draft.value)).toBe('My answer is begun.');
    await vi.advanceTimersByTimeAsync(500);
    expect([again.state.value, read(stored), journal()]).toEqual(['saved', 'My answer is begun.', undefined]);
  });

  it('is forgotten after it was sent: nothing of it is written any more', async () => {
    const work = opened();
    work.change(says('Sent.'));
    work.forget();
    await vi.advanceTimersByTimeAsync(5000);
    expect(puts()).toBe(0);
    expect(journal()).toBeUndefined();
  });
});

it('stays as it is while it is being sent', async () => {
  const handle = useDraft(() => 'me');
  handle.open({ ...first, state: 'sending' });
  handle.change(says('Too late'));
  await vi.advanceTimersByTimeAsync(10_000);
  expect(read(handle.draft.value)).toBe('Dear Ada,');
  expect(puts()).toBe(0);
});

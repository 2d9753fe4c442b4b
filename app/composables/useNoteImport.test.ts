import { beforeEach, describe, expect, it } from 'vitest';
import type { Import, ImportItem } from '#shared/types/wire';
import { offline, openInterface } from '../../tests/interface';
import { ApiError } from '../utils/api';
import { useNoteImport } from './useNoteImport';

const item = (position: number, part: Partial<ImportItem> = {}): ImportItem => ({
  ...{ position, kind: 'note', source: 'a.txt', name: `Note ${position}`, verdict: 'new', choice: 'take' },
  ...{ state: 'waiting', targetId: null, problem: null },
  ...part,
});
const file = (name: string, size = 3) => ({ name, size }) as File;

let stored: Import;
let begun: number;
let answer: (path: string) => unknown;
/** The lines a run is answered with, one part after another. */
let lines: string[];
let world: ReturnType<typeof openInterface>;

beforeEach(() => {
  stored = { id: 'i', state: 'open', createdAt: 0, items: [] };
  begun = 0;
  lines = [];
  answer = () => undefined;
  world = openInterface((path, { method }) => {
    const special = answer(path);
    if (special) return special;
    if (path === '/imports') begun++;
    if (path.endsWith('/files')) stored.items.push(item(stored.items.length));
    if (path.endsWith('/undo')) return { binned: 2, restored: 1, people: 0, changed: 0, stay: 0 };
    if (method === 'DELETE') return { ok: true };
    return stored;
  });
  Object.assign(globalThis, {
    fetch: async () =>
      new Response(
        new ReadableStream({
          start(controller) {
            for (const line of lines) controller.enqueue(new TextEncoder().encode(line));
            controller.close();
          },
        }),
      ),
  });
});

describe('files on their way into the library', () => {
  it('are read one after the other into one import, more of them too', async () => {
    const work = useNoteImport(async () => {});
    await work.read([file('a.txt'), file('b.txt')]);
    expect(work.step.value).toBe('looking');
    expect(work.current.value!.items).toHaveLength(2);
    await work.read([file('c.txt')]);
    expect(work.current.value!.items).toHaveLength(3);
    expect(begun).toBe(1);
  });

  it('keep one another out neither when one is refused nor when one is too large, and both are named', async () => {
    const work = useNoteImport(async () => {});
    let asked = 0;
    answer = (path) => {
      if (path.endsWith('/files') && ++asked === 2) throw new ApiError('It was refused.', 422, { code: 'invalid' });
      return undefined;
    };
    await work.read([file('a.txt'), file('refused.txt'), file('huge.json', 2e8), file('d.txt')]);
    expect(work.current.value!.items).toHaveLength(2);
    expect(work.problem.value).toMatch(/“refused.txt”: It was refused. “huge.json” is 200 MB/);
    expect(work.step.value).toBe('looking');
  });

  it('that were read before the server fell silent are there to go on with', async () => {
    const work = useNoteImport(async () => {});
    let asked = 0;
    answer = (path) => {
      if (path.endsWith('/files') && ++asked > 1) throw offline();
      return undefined;
    };
    await work.read([file('a.txt'), file('b.txt'), file('c.txt')]);
    expect(work.problem.value).toContain('does not answer');
    expect(work.step.value).toBe('looking');
    expect(work.current.value!.items).toHaveLength(1);
    answer = () => {
      throw offline();
    };
    const other = useNoteImport(async () => {});
    await other.read([file('a.txt')]);
    expect(other.step.value).toBe('idle');
    expect(other.problem.value).not.toBe('');
  });
});

describe('files of which none can be read', () => {
  it('leave nothing to look over, but the reason', async () => {
    const work = useNoteImport(async () => {});
    await work.read([file('huge.json', 2e8)]);
    expect(work.step.value).toBe('idle');
    expect(work.problem.value).toContain('“huge.json” is 200 MB');
  });
});

describe('an import', () => {
  const opened = async () => {
    let taken = 0;
    const work = useNoteImport(async () => void taken++);
    await work.read([file('a.txt')]);
    return { work, taken: () => taken };
  };

  it('tells how far it is while its answer comes in pieces, and is done when the server says so', async () => {
    const { work, taken } = await opened();
    lines = [
      '{"done":100,"total":250,"fini',
      'shed":false,"problem":null}\n{"done":250,"total":250,',
      '"finished":true,"problem":null}\n',
    ];
    const running = work.take();
    expect(work.step.value).toBe('taking');
    stored = { ...stored, state: 'done' };
    await running;
    expect(work.progress.value).toMatchObject({ done: 250, total: 250 });
    expect(work.step.value).toBe('done');
    expect(taken()).toBe(1);
  });

  it('that breaks off says so, and can be gone on with', async () => {
    const { work } = await opened();
    lines = ['{"done":0,"total":0,"finished":true,"problem":{"code":"importing.interrupted"}}\n'];
    stored = { ...stored, state: 'running' };
    await work.take();
    expect(work.problem.value).toContain('The import was interrupted.');
    expect(work.step.value).toBe('looking');
  });

  it('is undone with a word on what became of it', async () => {
    const { work, taken } = await opened();
    expect(await work.undo()).toBe('Undone: 2 added notes are in the bin; 1 of yours has its earlier wording again.');
    expect(work.step.value).toBe('idle');
    expect(taken()).toBe(1);
    await work.read([file('b.txt')]);
    expect(begun).toBe(2);
  });

  it('left aside is dropped, and the next begins anew', async () => {
    const { work } = await opened();
    await work.leave();
    expect(world.asked.at(-1)).toMatchObject({ path: '/imports/i', method: 'DELETE' });
    expect(work.current.value).toBeNull();
  });
});

import { beforeAll, describe, expect, it } from 'vitest';
import { routineSchema } from '#shared/schemas/routine';
import { newAccount, openTestApplication } from '../../tests/application';
import type { Application } from './application';
import { changeRoutine, makeRoutine, readRoutines, removeRoutine, restoreRoutine, sortRoutines } from './routines';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const input = (part: object = {}) => routineSchema.validateSync({ name: 'Confirm and file', ...part });

describe('routines', () => {
  it('are made, changed, put in order, deleted and brought back', async () => {
    const { id: owner } = await newAccount(app);
    const first = await makeRoutine(app, owner, input({ answer: 'reply-all', againIn: 3, filed: 'archive' }));
    expect(first).toMatchObject({ version: 1, answer: 'reply-all', againIn: 3, filed: 'archive', done: true });
    const second = await makeRoutine(app, owner, input({ name: 'Pass on' }));
    const names = async () => (await readRoutines(app, owner)).map(({ name }) => name);
    expect(await names()).toEqual(['Confirm and file', 'Pass on']);
    expect((await sortRoutines(app, owner, [second.id, first.id])).map(({ id }) => id)).toEqual([second.id, first.id]);
    const changed = await changeRoutine(app, owner, first.id, { ...input({ name: 'Confirm' }), version: 1 });
    expect(changed).toMatchObject({ version: 2, name: 'Confirm', answer: 'reply' });
    await removeRoutine(app, owner, second.id);
    expect(await names()).toEqual(['Confirm']);
    await restoreRoutine(app, owner, second.id);
    expect(await names()).toEqual(['Pass on', 'Confirm']);
  });

  it('are not overwritten by somebody who had an older one, and are nobody else’s', async () => {
    const { id: owner } = await newAccount(app);
    const stranger = await newAccount(app);
    const { id } = await makeRoutine(app, owner, input());
    await changeRoutine(app, owner, id, { ...input({ name: 'Newer' }), version: 1 });
    const late = changeRoutine(app, owner, id, { ...input({ name: 'Older' }), version: 1 });
    await expect(late).rejects.toMatchObject({ status: 409, data: { current: { name: 'Newer' } } });
    await expect(removeRoutine(app, stranger.id, id)).rejects.toMatchObject({ status: 404 });
    await sortRoutines(app, stranger.id, [id]);
    expect(await readRoutines(app, stranger.id)).toEqual([]);
    expect(await readRoutines(app, owner)).toMatchObject([{ name: 'Newer', version: 2 }]);
  });

  it('copy nobody whose address cannot be one', () => {
    expect(() => input({ cc: [{ name: '', address: 'nonsense' }] })).toThrow();
    expect(() => input({ name: ' ' })).toThrow();
  });
});

import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Draft, Sending } from '#shared/types/wire';
import { openInterface } from '../../tests/interface';
import { useDone } from '../composables/useDone';
import { useOutboxStore } from './outbox';

const refusal = { code: 'sending.wasSent', params: {} };
const draft = { id: 'd', mode: 'reply', originalId: 'm' } as Draft;
/** What the server says of the message now. */
let now: Sending;
let gone: unknown[];
let isTakenBack: boolean;

const sending = (part: Partial<Sending> = {}): Sending => ({
  ...{ id: 's', state: 'queued', problem: null, leavesAt: Date.now() + 5_000, draftId: 'd', sentMessageId: null },
  ...part,
});

beforeEach(() => {
  vi.useFakeTimers();
  gone = [];
  isTakenBack = true;
  openInterface((path) => {
    if (path !== '/sendings/s/take-back') return now;
    if (!isTakenBack) throw new ApiError('Too late.', 409, { code: 'late' });
    return {};
  });
  Object.assign(globalThis, { navigateTo: (to: unknown) => gone.push(to) });
});
afterEach(() => vi.useRealTimers());

/** A Desk with what is said on it. */
function openDesk(outbox: ReturnType<typeof useOutboxStore>) {
  const shown: string[] = [];
  const said = useDone(ref(''));
  const leave = outbox.enter({ add: said.add, show: (id) => shown.push(id), refresh: () => {} });
  return { said, shown, leave };
}

describe('what was sent, said where one is', () => {
  it('leaves in some seconds, elsewhere too, and can be brought back from there', async () => {
    const outbox = useOutboxStore();
    const desk = openDesk(outbox);
    now = sending();
    outbox.tellSent(now, draft);
    expect(desk.said.done.value?.text).toBe('Your message leaves in 5 seconds.');
    expect(outbox.done).toBeNull();
    // A page loaded anew would know nothing of it.
    expect(outbox.isWaiting()).toBe(true);
    desk.leave();
    expect(outbox.done?.text).toBe('Your message leaves in 5 seconds.');
    expect(outbox.resting.get('d')).toBe('m');
    isTakenBack = false;
    await outbox.undo();
    expect(outbox.problem).toBe('Too late.');
    expect(gone).toEqual([]);
    isTakenBack = true;
    await outbox.undo();
    expect(gone).toEqual([{ path: '/', query: { message: 'm' } }]);
    expect(outbox.resting.size).toBe(0);
    expect(outbox.isWaiting()).toBe(false);
    expect(openDesk(outbox).said.done.value).toBeNull();
  });

  it('is said on the Desk once more when one comes back', () => {
    const outbox = useOutboxStore();
    openDesk(outbox).leave();
    outbox.tellSent(sending(), draft);
    const { said } = openDesk(outbox);
    expect(said.done.value?.text).toBe('Your message leaves in 5 seconds.');
    expect(outbox.done).toBeNull();
  });

  it('says elsewhere that nothing was sent, and opens it; what went well is no news there', async () => {
    const outbox = useOutboxStore();
    outbox.tellSent(sending(), draft);
    now = sending({ state: 'sent', leavesAt: 0 });
    await vi.advanceTimersByTimeAsync(7_000);
    expect(outbox.done).toBeNull();
    outbox.tellSent(sending({ state: 'sent' }), draft);
    expect(outbox.done).toBeNull();

    outbox.tellSent(sending(), { ...draft, originalId: null, mode: 'new' });
    now = sending({ state: 'refused', leavesAt: 0, problem: refusal });
    await vi.advanceTimersByTimeAsync(7_000);
    expect(outbox.done).toMatchObject({ text: expect.stringMatching(/^Not sent: /), undo: undefined });
    await outbox.done!.open!();
    expect(gone).toEqual([{ path: '/', query: { draft: 'd' } }]);
    expect(outbox.done).toBeNull();
  });

  it('says that nothing was sent where what was said of it was closed', async () => {
    const outbox = useOutboxStore();
    const { said } = openDesk(outbox);
    outbox.tellSent(sending(), draft);
    said.close();
    now = sending({ state: 'refused', leavesAt: 0, problem: refusal });
    await vi.advanceTimersByTimeAsync(7_000);
    expect(said.done.value?.text).toMatch(/^Not sent: /);
  });

  it('says what became of one that waited for the post office', async () => {
    const outbox = useOutboxStore();
    const { said } = openDesk(outbox);
    outbox.tellSent(sending(), draft);
    now = sending({ leavesAt: 0, problem: refusal });
    await vi.advanceTimersByTimeAsync(7_000);
    expect(said.done.value).toMatchObject({ undo: expect.any(Function) });
    expect(outbox.resting.size).toBe(0);
    now = sending({ state: 'sent', leavesAt: 0 });
    await vi.advanceTimersByTimeAsync(31_000);
    expect(said.done.value).toMatchObject({ text: 'Sent.', undo: undefined });
  });

  it('goes along to a Desk that is there before the last one is gone', () => {
    const outbox = useOutboxStore();
    const first = openDesk(outbox);
    outbox.tellUnsent(draft, 'Not sent.');
    const second = openDesk(outbox);
    first.leave();
    outbox.tellSent(sending(), draft);
    expect(second.said.done.value?.text).toMatch(/^Your message leaves/);
  });
});

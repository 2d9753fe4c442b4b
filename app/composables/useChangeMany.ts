import type { MessageRow } from '#shared/types/wire';
import type { MessageChange } from '#shared/schemas/message';
import { useMailStore } from '~/stores/mail';
import { unbroken } from '~/utils/release';
import type { useDone } from './useDone';

/** So many are changed with one request; what takes several can be stopped between them. */
const PORTION = 50;

/** One change to several messages of the list. */
export function useChangeMany(desk: {
  messageId: Readonly<Ref<string>>;
  showMessage(id: string): Promise<void>;
  add: ReturnType<typeof useDone>['add'];
  problem: Ref<string>;
  /** What takes a change of a message back. */
  backFrom(row: MessageRow, part: MessageChange): MessageChange;
}) {
  const { messageId, showMessage, add, problem, backFrom } = desk;
  const mail = useMailStore();
  /** How far it is; null where it is over or takes no time. */
  const changing = ref<{ done: number; total: number } | null>(null);
  let isStopped = false;
  let before: Promise<unknown> = Promise.resolve();
  /** One goes on when the one before is over, an undo too. */
  function inTurn(work: () => Promise<void>): Promise<void> {
    const turn = unbroken(before.then(work));
    before = turn.catch(() => {});
    return turn;
  }

  /** Changes them portion by portion, until it is stopped; `changed` takes up those that were, also where the rest could not be. */
  async function inPortions(groups: [MessageChange, string[]][], changed: Set<string>): Promise<void> {
    const total = groups.reduce((sum, [, ids]) => sum + ids.length, 0);
    let done = 0;
    isStopped = false;
    try {
      for (const [part, ids] of groups) {
        for (let at = 0; at < ids.length && !isStopped; at += PORTION) {
          if (total > PORTION) changing.value = { done, total };
          const some = ids.slice(at, at + PORTION);
          for (const id of await mail.changeMany(some, part)) changed.add(id);
          done += some.length;
        }
      }
    } finally {
      changing.value = null;
    }
  }

  /** Says how many were changed; undone, each is again where and as it was. */
  function tell(part: MessageChange, backs: Map<string, string>): void {
    const code = part.folder === 'gone' ? 'desk.deletedMany' : part.folder ? 'desk.changedMany' : 'desk.answeredMany';
    if (!backs.size) return;
    add({
      text: t(code, { count: backs.size }),
      undo: () => inTurn(() => takeBack(part, backs)),
    });
  }

  async function takeBack(part: MessageChange, backs: Map<string, string>): Promise<void> {
    const groups = [...new Set(backs.values())].map((back): [MessageChange, string[]] => [
      JSON.parse(back) as MessageChange,
      [...backs].flatMap(([id, one]) => (one === back ? [id] : [])),
    ]);
    const undone = new Set<string>();
    try {
      await inPortions(groups, undone);
    } finally {
      for (const id of undone) backs.delete(id);
    }
    await mail.refresh();
    if (isStopped) tell(part, backs);
  }

  async function changeAll(ids: string[], part: MessageChange): Promise<void> {
    const listed = mail.rows;
    const rows = listed.filter(({ id }) => ids.includes(id));
    const backs = new Map(rows.map((row) => [row.id, JSON.stringify(backFrom(row, part))]));
    const shown = messageId.value;
    const changed = new Set<string>();
    let failed = '';
    problem.value = '';
    await inPortions([[part, ids]], changed).catch((error) => (failed = messageOf(error)));
    const at = listed.findIndex(({ id }) => id === shown);
    const next = changed.has(shown) ? (listed.slice(at + 1).find(({ id }) => !changed.has(id))?.id ?? '') : shown;
    await mail.refresh();
    if (messageId.value === shown && next !== shown) await showMessage(next);
    // What was left as it was has no way back.
    for (const id of backs.keys()) if (!changed.has(id)) backs.delete(id);
    tell(part, backs);
    // The message that is shown now took no problem of another with it.
    if (failed) problem.value = failed;
  }

  const changeMany = (ids: string[], part: MessageChange) =>
    inTurn(() => changeAll(ids, part)).catch((error) => (problem.value = messageOf(error)));
  const stopChanging = () => (isStopped = true);

  return { changing, changeMany, stopChanging };
}

import type { FolderRow } from '../../db/repositories/folders';
import { alignFolders } from './folders';
import { carryOut } from './acts';
import { fetchSome, lookInto, RECENT_MS, type Look, type Todo } from './messages';
import { inLittleMemory } from '../../work/memory';
import type { OpenFolder } from '../../mail/ports';
import type { SyncSession } from './session';

const DAY_MS = 86_400_000;
/** So often is looked whether something new has come while older messages are fetched. */
const NEWS_MS = 3_000;
/** So often all folders are looked at. */
const ROUND_MS = 60_000;
/** So often everything is compared, whatever the numbers of changes say. */
const WHOLE_MS = 15 * 60_000;

/** In which order folders are fetched. */
const ORDER = ['inbox', 'sent', 'archive', 'own', 'junk', 'trash', 'none'];

/**
 * Brings a mailbox into step with its server, one step after the other: what is to be done there first, then what is new,
 * then what is older, the newest first. It begins anew wherever it was ended.
 */
export class Syncer {
  #todos: Todo[] = [];
  #folders: FolderRow[] = [];
  #newsAt = 0;
  #roundAt = 0;
  #wholeAt = 0;
  #uidNext = new Map<string, number>();
  /** How folders were when they were looked into last on this line. */
  #looks = new Map<string, Look>();
  readonly #recent = new WeakSet<Todo>();

  constructor(readonly session: SyncSession) {}

  /** How many messages are still to be fetched. */
  get left(): number {
    return this.#todos.reduce((sum, { uids }) => sum + uids.length, 0);
  }

  /** Does the next thing there is to do; false when all is done. */
  async step(): Promise<boolean> {
    const { app } = this.session;
    await carryOut(this.session);
    const now = app.now();
    if (now - this.#roundAt >= ROUND_MS) {
      this.#roundAt = now;
      await this.#goRound();
      return true;
    }
    if (this.#todos.length && now - this.#newsAt >= NEWS_MS) await this.lookForNews();
    const todo = this.#todos[0];
    if (!todo) return false;
    await inLittleMemory(() => fetchSome(this.session, todo));
    if (!todo.uids.length) this.#todos = this.#todos.filter((one) => one !== todo);
    return true;
  }

  /** Looks whether something has come into the inbox, or changed there. */
  async lookForNews(): Promise<void> {
    this.#newsAt = this.session.app.now();
    const inbox = this.#folders.find(({ role }) => role === 'inbox');
    if (inbox && (await this.#hasChanged(inbox))) await this.#plan(inbox);
  }

  /** Opens the inbox and waits for news there; not where something has come since it was looked at, which nobody tells any more. */
  async waitForNews(ms: number, calledOff: AbortSignal): Promise<void> {
    const inbox = this.#folders.find(({ role }) => role === 'inbox');
    if (inbox && this.#isOther(inbox, await this.session.open(inbox))) {
      const before = this.left;
      await this.#plan(inbox);
      if (this.left > before) return;
    }
    await this.session.remote.news(ms, calledOff);
  }

  /** Looks at all folders, at those where something has changed. */
  async #goRound(): Promise<void> {
    const { app } = this.session;
    const isWhole = app.now() - this.#wholeAt >= WHOLE_MS;
    if (isWhole) this.#wholeAt = app.now();
    const folders = await alignFolders(this.session);
    this.#folders = folders
      .filter(({ role }) => role !== 'none')
      .sort((a, b) => ORDER.indexOf(a.role) - ORDER.indexOf(b.role));
    const kept = new Set(this.#folders.map(({ id }) => id));
    this.#todos = this.#todos.filter(({ folder }) => kept.has(folder.id));
    const there = new Set((await this.session.remote.folders()).map(({ path }) => path));
    for (const folder of this.#folders) {
      // What is still to be made on the server has nothing to be fetched.
      if (!folder.uidValidity && !there.has(folder.path)) continue;
      if (isWhole) this.#looks.delete(folder.id);
      if (isWhole || (await this.#hasChanged(folder))) await this.#plan(folder);
    }
  }

  async #hasChanged(folder: FolderRow): Promise<boolean> {
    return this.#isOther(folder, await this.session.remote.status(folder.path));
  }

  /** Whether a folder is not any more as it was when it was looked into. */
  #isOther(folder: FolderRow, now: OpenFolder): boolean {
    const before = this.#uidNext.get(folder.id);
    // Some servers say it only when they are asked.
    if (now.uidNext) this.#uidNext.set(folder.id, now.uidNext);
    return (
      (now.uidNext > 0 && before !== now.uidNext) ||
      now.uidValidity !== folder.uidValidity ||
      now.total !== folder.total ||
      (now.modseq !== '' && now.modseq !== folder.modseq)
    );
  }

  /** Looks into a folder and notes what is to be fetched: of inbox and sent what is recent before all else. */
  async #plan(folder: FolderRow): Promise<void> {
    const { app, mailbox, remote } = this.session;
    const { keepDays } = mailbox;
    const last = this.#looks.get(folder.id);
    const left = this.#todos.filter((one) => one.folder.id === folder.id);
    const before = last && {
      ...last,
      todo: {
        folder,
        uids: left.flatMap(({ uids }) => uids),
        numberedAnew: left.some(({ numberedAnew }) => numberedAnew),
      },
    };
    // What breaks off in the middle is begun with everything.
    this.#looks.delete(folder.id);
    const look = await lookInto(this.session, folder, keepDays ? app.now() - keepDays * DAY_MS : 0, before);
    this.#looks.set(folder.id, look);
    const { todo } = look;
    this.#todos = this.#todos.filter((one) => one.folder.id !== folder.id);
    if (!todo.uids.length) return;
    const isFirst = folder.role === 'inbox' || folder.role === 'sent';
    const recent = isFirst ? new Set(await remote.uids(app.now() - RECENT_MS, todo.uids[0])) : new Set<number>();
    const first = { ...todo, uids: todo.uids.filter((uid) => recent.has(uid)), numberedAnew: false };
    const rest = { ...todo, uids: todo.uids.filter((uid) => !recent.has(uid)) };
    if (!rest.uids.length) first.numberedAnew = todo.numberedAnew;
    this.#recent.add(first);
    this.#todos.push(...[first, rest].filter(({ uids }) => uids.length));
    this.#todos.sort((a, b) => this.#rank(a) - this.#rank(b));
  }

  #rank(todo: Todo): number {
    return ORDER.indexOf(todo.folder.role) + (this.#recent.has(todo) ? 0 : ORDER.length);
  }
}

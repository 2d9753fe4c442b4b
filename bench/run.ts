import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariaDb } from '../bin/lib/mariadb.mjs';
import { benchCandidates } from './candidates';
import { benchCues } from './cues';
import { benchEffort } from './effort';
import { benchFill } from './fill';
import { benchFirstScreen } from './firstScreen';
import { benchHand } from './hand';
import { benchImport } from './import';
import { benchKeys } from './keys';
import { benchLetter } from './letter';
import { benchMailbox } from './mailbox';
import { benchMailboxes } from './mailboxes';
import { benchNear } from './near';
import { benchNotes } from './notes';
import { benchRepeated } from './repeated';
import { benchSearch } from './search';
import { benchSuggest } from './suggest';
import { benchSync } from './sync';
import { benchUsers } from './users';

const root = process.cwd();
const [only, queries] = process.argv.slice(2);
/** So many mailboxes at once, with so many messages each. */
const SEVERAL = [
  [1, 10_000],
  [10, 1_000],
] as const;
const wanted = (name: string) => !only || only === name;

if (wanted('search')) benchSearch(root, 10_000, queries !== 'tuning');
if (wanted('near')) benchNear(root, 10_000);
if (wanted('suggest')) benchSuggest(root);
if (wanted('repeated')) benchRepeated(root);
if (wanted('fill')) benchFill();
if (wanted('cues')) for (const size of [100, 10_000]) benchCues(root, size);
if (wanted('blanks')) benchCandidates();
if (
  ['import', 'sync', 'mailboxes', 'mailbox', 'letter', 'notes', 'keys', 'first', 'effort', 'hand', 'users'].some(wanted)
) {
  const folder = await mkdtemp(join(tmpdir(), 'jar-note-bench-'));
  const { url, stop } = await startMariaDb(folder);
  try {
    if (wanted('notes')) await benchNotes(root, url, 5_000);
    if (wanted('first')) await benchFirstScreen(url);
    if (wanted('effort')) await benchEffort(url);
    if (wanted('hand')) await benchHand(url);
    if (wanted('keys')) await benchKeys(url);
    if (wanted('letter')) await benchLetter(url);
    if (wanted('users')) for (const rest of [5, 0]) await benchUsers(url, 50, rest);
    if (wanted('import')) await benchImport(url, 10_000);
    if (wanted('sync')) await benchSync(url, 10_000);
    if (wanted('mailboxes')) for (const [boxes, size] of SEVERAL) await benchMailboxes(url, boxes, size);
    if (wanted('mailbox')) await benchMailbox(url, 100_000);
  } finally {
    await stop();
    await rm(folder, { recursive: true, force: true });
  }
}

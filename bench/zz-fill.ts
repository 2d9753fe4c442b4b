import { startMariaDb } from '../bin/lib/mariadb.mjs';
import { benchMailbox } from './mailbox';
const { url, stop } = await startMariaDb('/tmp/mbdb');
console.log(url);
await benchMailbox(url, 100_000);
await stop();

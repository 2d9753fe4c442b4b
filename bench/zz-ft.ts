import { startMariaDb } from '../bin/lib/mariadb.mjs';
import { connect } from '../server/db/connect';
import { mkdtempSync } from 'node:fs';
const { url, stop } = await startMariaDb(mkdtempSync('/tmp/ft-'));
const db = connect(url);
await db.raw(`CREATE TABLE t (message_id CHAR(26) CHARACTER SET ascii PRIMARY KEY, received_at BIGINT NOT NULL, words MEDIUMTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, FULLTEXT KEY ft (words)) ENGINE=InnoDB`);
const vocab = Array.from({ length: 30000 }, (_, i) => 'w' + i.toString(36));
const pick = () => vocab[Math.floor(vocab.length * Math.pow(Math.random(), 4))]!;
const N = 100000; let t0 = performance.now();
for (let i = 0; i < N; i += 100) {
  await db('t').insert(Array.from({ length: 100 }, (_, j) => { const k = i + j; const set = new Set(Array.from({ length: 70 }, pick)); return { message_id: String(k).padStart(26, '0'), received_at: k, words: [...set].map((w) => 'q7a_' + w).join(' ') }; }));
}
console.log('insert ms per msg', (performance.now() - t0) / N);
const ask = async (q: string) => { const times = []; let n = 0; for (let i = 0; i < 5; i++) { const s = performance.now(); const rows = await db.raw(`SELECT message_id FROM t WHERE MATCH(words) AGAINST (? IN BOOLEAN MODE) ORDER BY received_at DESC LIMIT 50`, [q]); n = rows[0].length; times.push(performance.now() - s); } const [[{ c }]] = await db.raw(`SELECT COUNT(*) c FROM t WHERE MATCH(words) AGAINST (? IN BOOLEAN MODE)`, [q]); console.log(q, n, 'of', c, times.map((x) => x.toFixed(1)).join(' ')); };
for (const q of ['+q7a_w0', '+q7a_w5', '+q7a_wa9', '+q7a_w9zz', '+q7a_w1*', '+q7a_w0 +q7a_w1', '+q7a_wa9 +q7a_w0*', '+q7a_w*']) await ask(q);
await db.destroy(); await stop();

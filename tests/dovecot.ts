import { execFileSync, type ChildProcess } from 'node:child_process';
import { chownSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { ImapFlow } from 'imapflow';
import { answers, freePort, spawnBound, waitUntil } from '../bin/lib/process.mjs';
import { ensureProgram } from '../bin/lib/install.mjs';

/** A Dovecot on loopback, with mailboxes of its own in a folder that is thrown away. It needs no rights of root. */
export interface Dovecot {
  /** Ports for an open line with STARTTLS, and for TLS from the first byte. */
  port: number;
  tlsPort: number;
  /** The certificate it shows (PEM), signed by nobody known. */
  certificate: string;
  key: string;
  /** Anybody who signs in with {@link PASSWORD} has a mailbox. */
  user(name: string): string;
  /** A client of somebody else's at a mailbox, signed in. */
  client(address: string): Promise<ImapFlow>;
  /** Has the next message in the inbox of an address numbered so; nobody may have it open meanwhile. */
  numberFrom(address: string, uid: number): void;
  /** Ends it; its mailboxes stay. */
  pause(): Promise<void>;
  /** Changes the settings and starts it anew. */
  restart(settings?: string): Promise<void>;
  stop(): Promise<void>;
}

export const PASSWORD = 'a-mail-password';

/** Root may not serve mail; whoever else starts it serves as themselves. */
const isRoot = process.getuid?.() === 0;
const NOBODY = { uid: 65534, gid: 65534, name: 'nobody', group: 'nogroup' };
const me = () => {
  if (isRoot) return NOBODY;
  const { uid, gid, username: name } = userInfo();
  return { uid, gid, name, group: execFileSync('id', ['-gn'], { encoding: 'utf8' }).trim() };
};

const settingsOf = (folder: string, ports: { port: number; tlsPort: number }, more: string) => {
  const { name, group } = me();
  return `
base_dir = ${folder}/run
state_dir = ${folder}/state
log_path = ${folder}/dovecot.log
protocols = imap
listen = 127.0.0.1
default_internal_user = ${name}
default_internal_group = ${group}
default_login_user = ${name}
first_valid_uid = 1
ssl = yes
ssl_cert = <${folder}/cert.pem
ssl_key = <${folder}/key.pem
auth_username_format = %u
mail_location = maildir:${folder}/mail/%u
mail_max_userip_connections = 100
imap_idle_notify_interval = 2 mins
mail_fsync = never
service imap-login {
  chroot =
  service_count = 0
  process_limit = 400
  inet_listener imap {
    port = ${ports.port}
  }
  inet_listener imaps {
    port = ${ports.tlsPort}
    ssl = yes
  }
}
auth_failure_delay = 0
service anvil {
  chroot =
  unix_listener anvil-auth-penalty {
    mode = 0
  }
}
service imap {
  process_limit = 400
  service_count = 100
}
passdb {
  driver = static
  args = password=${PASSWORD}
}
userdb {
  driver = static
  args = uid=${name} gid=${group} home=${folder}/mail/%u
}
namespace inbox {
  inbox = yes
  separator = /
  mailbox Sent {
    special_use = \\Sent
    auto = create
  }
  mailbox Trash {
    special_use = \\Trash
    auto = create
  }
  mailbox Drafts {
    special_use = \\Drafts
    auto = create
  }
}
${more}
`;
};

/**
 * Starts a Dovecot.
 * @param settings more of its settings
 * @param days for how long its certificate is valid; less than none for one that has expired
 */
export async function startDovecot(settings = '', days = 2): Promise<Dovecot> {
  const program = await ensureProgram(['dovecot'], 'dovecot-imapd');
  const folder = mkdtempSync(join(tmpdir(), 'jar-note-dovecot-'));
  const { uid, gid } = me();
  for (const name of ['run', 'state', 'mail']) mkdirSync(join(folder, name));
  const at = (name: string) => join(folder, name);
  const openssl = (...args: string[]) => execFileSync('openssl', args, { stdio: 'ignore' });
  const ec = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes'];
  openssl('req', '-new', ...ec, '-keyout', at('key.pem'), '-out', at('request.pem'), '-subj', '/CN=mail.test.example');
  writeFileSync(at('names.cnf'), 'subjectAltName=DNS:mail.test.example\n');
  const signed = ['-in', at('request.pem'), '-signkey', at('key.pem'), '-extfile', at('names.cnf')];
  openssl('x509', '-req', ...signed, '-days', String(days), '-out', at('cert.pem'));
  const key = readFileSync(join(folder, 'key.pem'), 'utf8');
  const ports = { port: await freePort(), tlsPort: await freePort() };
  let child: ChildProcess;
  let ended: Promise<void>;

  const start = async (more: string) => {
    writeFileSync(join(folder, 'dovecot.conf'), settingsOf(folder, ports, more));
    if (isRoot)
      for (const name of ['', 'run', 'state', 'mail', 'key.pem', 'cert.pem', 'dovecot.conf'])
        chownSync(join(folder, name), uid, gid);
    const options = { ...(isRoot && { uid, gid }), cwd: folder, stdio: 'ignore' };
    child = spawnBound(program, ['-F', '-c', join(folder, 'dovecot.conf')], options);
    ended = new Promise((resolve) => child.once('exit', () => resolve()));
    if (!(await waitUntil(() => answers(ports.port), 10_000)))
      throw new Error(`Dovecot did not start: ${readFileSync(join(folder, 'dovecot.log'), 'utf8').slice(-2000)}`);
  };
  const end = async () => {
    child.kill('SIGTERM');
    await ended;
  };
  await start(settings);
  return {
    ...ports,
    certificate: readFileSync(join(folder, 'cert.pem'), 'utf8'),
    key,
    user: (name) => `${name}@mail.test.example`,
    async client(address) {
      const client = new ImapFlow({
        ...{ host: '127.0.0.1', port: ports.tlsPort, secure: true, tls: { rejectUnauthorized: false } },
        ...{ auth: { user: address, pass: PASSWORD }, logger: false, disableAutoIdle: true },
      });
      await client.connect();
      return client;
    },
    numberFrom(address, uid) {
      const list = join(folder, 'mail', address, 'dovecot-uidlist');
      writeFileSync(list, readFileSync(list, 'utf8').replace(/ N\d+/, ` N${uid}`));
    },
    pause: end,
    async restart(more = settings) {
      if (child.exitCode === null) await end();
      await start(more);
    },
    async stop() {
      await end();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

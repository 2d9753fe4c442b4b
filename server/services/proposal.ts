import { promises as dns } from 'node:dns';
import { connect } from 'node:net';
import { connect as connectTls } from 'node:tls';
import type { MailServer } from '#shared/schemas/mailbox';
import type { MailProposal } from '#shared/types/mailbox';

type Candidate = Pick<MailServer, 'host' | 'port' | 'security'>;
type Lookup = (name: string) => Promise<{ name: string; port: number; priority: number; weight: number }[]>;

/** So long a server may take to say that it is there. */
const TRY_MS = 4_000;

/** Names of services by RFC 6186 3 and RFC 8314 5.1, the safer one first. */
const SERVICES = {
  receiving: [
    ['_imaps._tcp', 'tls'],
    ['_imap._tcp', 'starttls'],
  ],
  sending: [
    ['_submissions._tcp', 'tls'],
    ['_submission._tcp', 'starttls'],
  ],
} as const;

/** Where servers usually are (common practice, no source; ports by RFC 8314 7.3 and RFC 6409 3.1). */
const usual = (domain: string): Record<keyof typeof SERVICES, Candidate[]> => ({
  receiving: [`imap.${domain}`, `mail.${domain}`, domain].map((host) => ({ host, port: 993, security: 'tls' })),
  sending: [
    ...[`smtp.${domain}`, `mail.${domain}`].map((host) => ({ host, port: 465, security: 'tls' as const })),
    ...[`smtp.${domain}`, `mail.${domain}`].map((host) => ({ host, port: 587, security: 'starttls' as const })),
  ],
});

/** Names that are for examples and tests and never are anybody's (RFC 6761 6): nobody is asked about them. */
const isReserved = (name: string): boolean => /(^|\.)(example|invalid|test)$/i.test(name);

const resolve: Lookup = async (name) => (isReserved(name) ? [] : dns.resolveSrv(name));

/** Whether somebody listens there, and speaks TLS where that is expected. */
const answersAt =
  (locate: (server: Candidate) => Promise<string>) =>
  async ({ host, port, security }: Candidate): Promise<boolean> => {
    if (isReserved(host)) return false;
    const address = await locate({ host, port, security }).catch(() => null);
    if (!address) return false;
    return new Promise((resolve) => {
      const socket =
        security === 'tls'
          ? connectTls({ host: address, port, servername: host, rejectUnauthorized: false }, () => end(true))
          : connect({ host: address, port }, () => end(true));
      const end = (answer: boolean) => {
        socket.destroy();
        resolve(answer);
      };
      socket.setTimeout(TRY_MS, () => end(false));
      socket.once('error', () => end(false));
    });
  };
type Tries = (candidate: Candidate) => Promise<boolean>;

/** What a domain says of a service; nothing where it says nothing, or that there is none (a single dot, RFC 6186 3.4). */
async function named(domain: string, service: readonly (readonly [string, 'tls' | 'starttls'])[], lookup: Lookup) {
  const found = await Promise.all(
    service.map(async ([name, security]) => {
      const records = await lookup(`${name}.${domain}`).catch(() => []);
      return records
        .filter((record) => record.name && record.name !== '.')
        .sort((a, b) => a.priority - b.priority || b.weight - a.weight)
        .map((record): Candidate => ({ host: record.name.replace(/\.$/, ''), port: record.port, security }));
    }),
  );
  return found.flat();
}

/** The first that answers; all are asked at once. */
async function firstThere(candidates: Candidate[], tries: Tries): Promise<Candidate | null> {
  const all = candidates.map((one) => tries(one));
  for (const [i, there] of all.entries()) if (await there) return candidates[i]!;
  return null;
}

/**
 * The servers a mailbox is likely to have, from its address alone: those its domain names, then those with usual names,
 * each tried. Where none answers the usual names are given, and that none did.
 */
export async function proposeServers(
  address: string,
  locate: (server: Candidate) => Promise<string>,
  { lookup = resolve, tries = answersAt(locate) }: { lookup?: Lookup; tries?: Tries } = {},
): Promise<MailProposal> {
  const domain = address.slice(address.lastIndexOf('@') + 1).toLowerCase();
  const propose = async (what: keyof typeof SERVICES) => {
    const candidates = [...(await named(domain, SERVICES[what], lookup)), ...usual(domain)[what]];
    const there = await firstThere(candidates, tries);
    return { ...(there ?? candidates[0]!), user: address, certificate: '', found: there !== null };
  };
  const [receiving, sending] = await Promise.all([propose('receiving'), propose('sending')]);
  return { receiving, sending };
}

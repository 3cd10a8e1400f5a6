/** How far the application is served: to its own machine alone, or beyond it, where whoever comes has to sign in. */
import { randomInt } from 'node:crypto';
import { hostname, networkInterfaces } from 'node:os';

export interface Reach {
  /** Address that is listened on. */
  readonly host: string;
  /** Names and addresses beside the machine's own for itself that it answers under. */
  readonly names: readonly string[];
  readonly needsAccounts: boolean;
  readonly isSecure: boolean;
  readonly tls: { readonly key: string; readonly cert: string } | null;
  /** Proxies in front. */
  readonly proxies: number;
}

const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];
const EVERYWHERE = ['0.0.0.0', '::'];

/** Addresses of this machine as a browser writes them: a name can be pointed at us from elsewhere, an address of ours cannot. */
const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .map(({ address, family }) => (family === 'IPv6' ? `[${address.split('%')[0]}]` : address));

/** @throws a sentence where the settings contradict each other */
export function reachOf(env: Readonly<Record<string, string | undefined>>): Reach {
  const { HOST, HOST_NAMES, TLS_KEY, TLS_CERT, PROXIES, TLS_IN_FRONT } = env;
  const host = HOST?.trim() || '127.0.0.1';
  const proxies = Number(PROXIES?.trim() || 0);
  if (!Number.isInteger(proxies) || proxies < 0 || proxies > 10)
    throw new Error(`PROXIES is "${PROXIES}": say how many proxies are in front`);
  if (Boolean(TLS_KEY) !== Boolean(TLS_CERT)) throw new Error('TLS_KEY and TLS_CERT go together: name both files, or none');
  const isBeyond = !LOOPBACK.includes(host);
  const names = (HOST_NAMES ?? '')
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean);
  if (isBeyond) {
    const machine = hostname().toLowerCase();
    names.push(
      ...(EVERYWHERE.includes(host) ? [...ownAddresses(), machine, `${machine}.local`] : [host.includes(':') ? `[${host}]` : host]),
    );
  }
  return {
    host,
    names,
    // Behind a proxy it is reached from elsewhere, whatever it listens on itself.
    needsAccounts: isBeyond || proxies > 0,
    isSecure: Boolean(TLS_KEY) || (proxies > 0 && TLS_IN_FRONT === 'yes'),
    tls: TLS_KEY && TLS_CERT ? { key: TLS_KEY, cert: TLS_CERT } : null,
    proxies,
  };
}

/** Letters and digits that are not taken for one another: fifty bits in ten of them. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
export const firstCode = (): string => Array.from({ length: 10 }, () => LETTERS[randomInt(LETTERS.length)]).join('');

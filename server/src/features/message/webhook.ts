import { lookup as lookUp, type LookupAddress } from 'node:dns';
import * as http from 'node:http';
import * as https from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';

/** Time in which another system has to answer. */
const ANSWER_WITHIN_MS = 10_000;

/** A network: its first address and the length of its prefix. */
type Network = ReturnType<typeof ipaddr.parseCIDR>;

/** @throws Error for a text that is no network, such as `10.1.0.0/16` */
export function readNetworks(texts: readonly string[]): readonly Network[] {
  return texts.map((text) => {
    try {
      return ipaddr.parseCIDR(text.includes('/') ? text : `${text}/${isIP(text) === 6 ? 128 : 32}`);
    } catch {
      throw new Error(
        `Environment: GANTELET_WEBHOOK_NETWORKS has "${text}"; allowed: networks such as 10.1.0.0/16`,
      );
    }
  });
}

/**
 * Whether a webhook may go to an address: public ones, and those inside the shop that its configuration allows. All
 * others could be services that only this machine or its network is meant to reach.
 */
export function mayGoTo(address: string, allowed: readonly Network[]): boolean {
  const parsed = ipaddr.process(address);
  const isAllowed = allowed.some((network) => network[0].kind() === parsed.kind() && parsed.match(network));
  return isAllowed || parsed.range() === 'unicast';
}

/** Why a webhook may not go to the host of an address as it is written; null if only a look-up can tell. */
export function refusedHost(address: string, allowed: readonly Network[]): string | null {
  const host = new URL(address).hostname.replace(/^\[|\]$/g, '');
  if (isIP(host) !== 0) return mayGoTo(host, allowed) ? null : host;
  return host === 'localhost' || host.endsWith('.localhost')
    ? refusedHost(`http://127.0.0.1`, allowed) && host
    : null;
}

/** Looks a host up once, and lets the connection go to an allowed address of it or nowhere. */
function guardedLookup(allowed: readonly Network[]): LookupFunction {
  return (host, options, done) => {
    lookUp(host, { ...options, all: true }, (error, found: LookupAddress[]) => {
      const good = error ? [] : found.filter(({ address }) => mayGoTo(address, allowed));
      const [first] = good;
      if (error) done(error, []);
      else if (first === undefined) done(new Error(notAllowed(found[0]?.address ?? host)), []);
      else if (options.all) done(null, good);
      else done(null, first.address, first.family);
    });
  };
}

const notAllowed = (address: string): string =>
  `${address} is inside a private network, and GANTELET_WEBHOOK_NETWORKS does not allow it`;

/** POSTs a text without following redirects. @throws Error that says why it was not accepted */
export function post(
  address: string,
  headers: Readonly<Record<string, string>>,
  body: string,
  allowed: readonly Network[],
): Promise<void> {
  const refused = refusedHost(address, allowed);
  if (refused !== null) return Promise.reject(new Error(notAllowed(refused)));
  const { request } = address.startsWith('https:') ? https : http;
  return new Promise((resolve, reject) => {
    const sent = request(
      address,
      {
        method: 'POST',
        headers: { ...headers, 'content-length': Buffer.byteLength(body) },
        lookup: guardedLookup(allowed),
        agent: false,
        signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
      },
      (answer) => {
        answer.destroy();
        const status = answer.statusCode ?? 0;
        if (status >= 200 && status < 300) resolve();
        else reject(new Error(`answered ${status}`));
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

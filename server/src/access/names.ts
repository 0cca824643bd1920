import { hostname, networkInterfaces } from 'node:os';

/** Names and addresses that lead to this computer and to no other. */
const loopback: readonly string[] = ['localhost', '127.0.0.1', '[::1]'];

/** Whether a name to listen on is reached from this computer only. */
export function isLoopbackHost(host: string): boolean {
  return loopback.includes(host) || host === '::1' || /^127(\.\d+){3}$/.test(host);
}

/** Whether a connection comes from this computer. */
export function isLoopbackAddress(address: string | undefined): boolean {
  return address !== undefined && isLoopbackHost(address.replace(/^::ffff:/, ''));
}

/** A name or address as it stands in a web address. */
const written = (host: string) => (host.includes(':') && !host.startsWith('[') ? `[${host}]` : host);

/** Addresses of this computer on its networks, IPv4 first. */
export function networkAddresses(): string[] {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  return all
    .filter(({ internal, scopeid }) => !internal && !scopeid)
    .sort((a, b) => a.family.localeCompare(b.family))
    .map(({ address }) => written(address));
}

/**
 * The names requests may be addressed to. Anything else is a strange name that was made to lead here, so that its
 * page could read what is kept.
 *
 * @param host what the program listens on
 * @param more further names the user gave
 */
export function knownNames(host: string, more: readonly string[]): ReadonlySet<string> {
  if (isLoopbackHost(host)) return new Set([...loopback, written(host), ...more]);
  const own = hostname().toLowerCase();
  return new Set([...loopback, written(host), own, `${own}.local`, ...networkAddresses(), ...more]);
}

import { BlockList, isIP } from 'node:net';

const LOOPBACK = new BlockList();
LOOPBACK.addSubnet('127.0.0.0', 8, 'ipv4');
LOOPBACK.addAddress('::1', 'ipv6');

/** A host without the brackets of an IPv6 address, in lower case. */
export const bareHost = (host: string): string =>
  host
    .trim()
    .toLowerCase()
    .replace(/^\[(.*)\]$/, '$1');

/**
 * Whether a host is this machine alone, judged by its address however that is written: of IPv4, of
 * IPv6, of IPv4 within IPv6; the one name is `localhost`.
 */
export function isLoopback(host: string): boolean {
  const bare = bareHost(host);
  if (bare === 'localhost') return true;
  const version = isIP(bare);
  return version !== 0 && LOOPBACK.check(bare, version === 6 ? 'ipv6' : 'ipv4');
}

/** The host of a `Host` header or of an origin, without its port; null where it is none. */
export function hostOf(text: string): string | null {
  try {
    const url = new URL(text.includes('://') ? text : `http://${text}`);
    // A header with more than host and port is not one.
    return url.username || url.pathname !== '/' || url.search || url.hash ? null : url.hostname;
  } catch {
    return null;
  }
}

/** The network address a request comes from, also behind proxies that are trusted. */
import type { IncomingMessage } from 'node:http';
import ipaddr from 'ipaddr.js';
import { LRUCache } from 'lru-cache';
import proxyaddr from 'proxy-addr';

/** Finds the address of the client of a request. */
export type ClientAddress = (request: IncomingMessage) => string;

/**
 * @param proxies addresses or ranges (CIDR) of proxies whose `X-Forwarded-For` is believed; also `loopback`,
 * `linklocal`, `uniquelocal`
 * @throws TypeError for what is no address
 */
export function clientAddresses(proxies: readonly string[]): ClientAddress {
  const isTrusted = proxyaddr.compile([...proxies]);
  // Every request asks, most of them on a connection that was asked about before.
  const direct = new LRUCache<string, string>({ max: 10_000 });
  return (request) => {
    const { remoteAddress } = request.socket;
    if (!remoteAddress) return '';
    const known = direct.get(remoteAddress);
    if (known !== undefined) return known;
    if (isTrusted(remoteAddress, 0)) return addressCounted(proxyaddr(request, isTrusted));
    const counted = addressCounted(remoteAddress);
    direct.set(remoteAddress, counted);
    return counted;
  };
}

/** Tells whether an address is that of a trusted proxy. */
export function isProxy(proxies: readonly string[]): (address: string) => boolean {
  const isTrusted = proxyaddr.compile([...proxies]);
  return (address) => ipaddr.isValid(address) && isTrusted(address, 0);
}

/** The address as it is counted: whoever has one of version 6 has 2^64 of them, so the first half counts. */
export function addressCounted(address: string): string {
  if (!ipaddr.isValid(address)) return address;
  const parsed = ipaddr.process(address);
  if (parsed.kind() === 'ipv4') return parsed.toString();
  // The others have been answered above.
  return `${(parsed as ipaddr.IPv6).parts
    .slice(0, 4)
    .map((part) => part.toString(16))
    .join(':')}::/64`;
}

import ipaddr from 'ipaddr.js';

/** Bits of an IPv6 address that a household or a firm is given; whoever has one has all that start with it. */
const V6_PREFIX = 64;

/** The address that a caller is counted by: IPv4 as it is, IPv6 by the network that it belongs to. */
export function addressKey(address: string | undefined): string {
  if (!address || !ipaddr.isValid(address)) return 'unknown';
  const parsed = ipaddr.process(address);
  if (parsed.kind() === 'ipv4') return parsed.toString();
  return ipaddr.IPv6.networkAddressFromCIDR(`${parsed.toString()}/${V6_PREFIX}`).toString();
}

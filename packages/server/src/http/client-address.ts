import { BlockList, isIP } from 'node:net';
import { type AppMiddleware } from './context.ts';

const FORWARDED = ['x-forwarded-for', 'x-forwarded-proto', 'x-forwarded-host', 'forwarded'];

/** An IPv4 address that arrived over IPv6, as itself. */
function plain(address: string): string {
  return address.trim().replace(/^::ffff:(?=\d+\.)/i, '');
}

function family(address: string): 'ipv4' | 'ipv6' {
  return isIP(address) === 6 ? 'ipv6' : 'ipv4';
}

/** Proxies by address or by network, as `192.0.2.7` or `192.0.2.0/24`. @throws TypeError for anything else */
export function proxyList(proxies: readonly string[]): BlockList {
  const list = new BlockList();
  for (const proxy of proxies) {
    const [address = '', prefix] = proxy.split('/');
    if (isIP(address) === 0) throw new TypeError(`${proxy} is no address`);
    if (prefix === undefined) list.addAddress(address, family(address));
    else list.addSubnet(address, Number(prefix), family(address));
  }
  return list;
}

/**
 * Forwarded headers count only from proxies that are trusted; from anyone else they are taken away, so that no device
 * can say it is another, or that it came by HTTPS. Proxies add what they saw on the right: the device is the rightmost
 * address that is no proxy of ours, whatever stands to its left.
 */
export function believeProxies(proxies: readonly string[]): AppMiddleware {
  const list = proxyList(proxies);
  const isProxy = (address: string): boolean => isIP(address) > 0 && list.check(address, family(address));
  return async (ctx, next) => {
    const { headers, socket } = ctx.req;
    const from = plain(socket.remoteAddress ?? '');
    const chain = isProxy(from) ? listed(headers['x-forwarded-for']).map(plain) : [];
    const protocol = isProxy(from) ? listed(headers['x-forwarded-proto']).at(-1) : undefined;
    for (const header of FORWARDED) Reflect.deleteProperty(headers, header);
    while (chain.length > 0 && isProxy(chain.at(-1) ?? '')) chain.pop();
    const device = chain.at(-1) ?? from;
    headers['x-forwarded-for'] = isIP(device) > 0 ? device : from;
    if (protocol === 'https' || protocol === 'http') headers['x-forwarded-proto'] = protocol;
    await next();
  };
}

function listed(header: string | readonly string[] | undefined): string[] {
  return [header ?? []]
    .flat()
    .join(',')
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

/** What one device, or one household, is counted by: whoever has an IPv6 network has all of its addresses. */
export function addressKey(ip: string): string {
  const address = plain(ip);
  if (isIP(address) !== 6) return address;
  const [head = '', tail = ''] = address.toLowerCase().split('::');
  const left = head.split(':').filter(Boolean);
  const right = tail.split(':').filter(Boolean);
  const zeros = address.includes('::')
    ? Array.from({ length: 8 - left.length - right.length }, () => '0')
    : [];
  return `${[...left, ...zeros, ...right].slice(0, 4).join(':')}::/64`;
}

import { once } from 'node:events';
import { createServer } from 'node:http';
import Koa from 'koa';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addressKey, believeProxies, proxyList } from './client-address.ts';
import { type RequestState } from './context.ts';

describe('who a request comes from', () => {
  const servers = new Map<string, ReturnType<typeof createServer>>();
  const open = async (name: string, proxies: readonly string[]): Promise<void> => {
    const app = new Koa<RequestState>();
    app.proxy = true;
    app.use(believeProxies(proxies));
    app.use(async (ctx) => {
      ctx.body = { ip: ctx.ip, secure: ctx.secure, host: ctx.host };
    });
    const server = createServer(app.callback()).listen(0, '127.0.0.1');
    await once(server, 'listening');
    servers.set(name, server);
  };
  const ask = async (name: string, headers: Record<string, string>): Promise<unknown> => {
    const address = servers.get(name)?.address();
    const port = typeof address === 'object' && address !== null ? address.port : 0;
    return (await fetch(`http://127.0.0.1:${port}/`, { headers })).json();
  };
  beforeAll(async () => {
    await open('behind', ['127.0.0.1', '192.0.2.0/24']);
    await open('bare', []);
  });
  afterAll(() => servers.forEach((server) => server.close()));

  it('is the rightmost address that is no proxy of ours, whatever a client has put to its left', async () => {
    const forwarded = '10.9.9.9, 203.0.113.5, 198.51.100.7, 192.0.2.44';
    expect(await ask('behind', { 'X-Forwarded-For': forwarded })).toMatchObject({ ip: '198.51.100.7' });
    expect(await ask('behind', { 'X-Forwarded-For': 'nonsense' })).toMatchObject({ ip: '127.0.0.1' });
  });

  it('came by what the nearest proxy says, and never to a host that a header names', async () => {
    const headers = { 'X-Forwarded-Proto': 'https, http', 'X-Forwarded-Host': 'evil.example' };
    expect(await ask('behind', headers)).toMatchObject({ secure: false });
    expect(await ask('behind', { 'X-Forwarded-Proto': 'http, https' })).toMatchObject({ secure: true });
    expect(JSON.stringify(await ask('behind', headers))).not.toContain('evil');
  });

  it('is the connection itself where no proxy is trusted', async () => {
    const headers = { 'X-Forwarded-For': '203.0.113.5', 'X-Forwarded-Proto': 'https' };
    expect(await ask('bare', headers)).toMatchObject({ ip: '127.0.0.1', secure: false });
  });

  it('refuses a proxy that is no address', () => {
    expect(() => proxyList(['proxy.example'])).toThrow('proxy.example');
  });

  it('counts an IPv6 network as one', () => {
    expect(addressKey('2001:db8:1:2:aaaa::1')).toBe(addressKey('2001:db8:1:2::ffff'));
    expect(addressKey('2001:db8:1:2::1')).not.toBe(addressKey('2001:db8:1:3::1'));
    expect(addressKey('::ffff:203.0.113.9')).toBe('203.0.113.9');
    expect(addressKey('::1')).toBe('0:0:0:0::/64');
  });
});

import { type RequestListener } from 'node:http';
import { type PublicOrigins } from './public-origin.ts';

/** Sends plain HTTP on to the origin of ours that has the same host; to no other, and nobody who names another. */
export function redirectToHttps({ all }: PublicOrigins): RequestListener {
  return (request, response) => {
    const host = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    const origin = all.find((one) => new URL(one).hostname === host);
    if (origin === undefined || request.url?.startsWith('/') !== true) {
      response.writeHead(400).end();
      return;
    }
    response.writeHead(308, { Location: `${origin}${request.url}` }).end();
  };
}

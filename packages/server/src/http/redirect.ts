import { type RequestListener } from 'node:http';

/** Sends plain HTTP on to the same address by HTTPS; only the path of the request is used, never its host's port. */
export function redirectToHttps(httpsPort: number): RequestListener {
  return (request, response) => {
    const host = (request.headers.host ?? '').replace(/:\d+$/, '');
    if (!/^[\w.-]+$|^\[[0-9a-f:]+\]$/i.test(host)) {
      response.writeHead(400).end();
      return;
    }
    const port = httpsPort === 443 ? '' : `:${httpsPort}`;
    response.writeHead(308, { Location: `https://${host}${port}${request.url ?? '/'}` }).end();
  };
}

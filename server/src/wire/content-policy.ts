import type { IncomingMessage } from 'node:http';
import helmet from 'helmet';
import type { ServerConfig } from '../config.js';

const HOST = /^[a-z0-9.-]+(:\d+)?$|^\[[0-9a-f:]+\](:\d+)?$/i;

/** The page's own WebSocket, which not every browser counts as 'self'. */
function ownSocket(request: IncomingMessage): string {
  const host = 'host' in request && typeof request.host === 'string' ? request.host : '';
  return HOST.test(host) ? `ws://${host} wss://${host}` : "'self'";
}

/** What the pages may load and run, said once. */
export const contentPolicy = {
  'default-src': ["'self'"],
  // The solver may come as WebAssembly.
  'script-src': ["'self'", "'wasm-unsafe-eval'"],
  'script-src-attr': ["'none'"],
  'worker-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  // Pictures that were taken here and not sent yet.
  'img-src': ["'self'", 'blob:', 'data:'],
  'font-src': ["'self'"],
  'connect-src': ["'self'", ownSocket],
  'manifest-src': ["'self'"],
  'object-src': ["'none'"],
  'base-uri': ["'none'"],
  'form-action': ["'self'"],
  'frame-ancestors': ["'none'"],
};

/** Headers that keep pages to themselves. */
export const pageHeaders = ({ secureCookies }: Pick<ServerConfig, 'secureCookies'>): ReturnType<typeof helmet> =>
  helmet({ contentSecurityPolicy: { useDefaults: false, directives: contentPolicy }, strictTransportSecurity: secureCookies });

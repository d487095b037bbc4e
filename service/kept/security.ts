/** The headers that every answer of a storefront has, as one table: kept pages are answered with them too. */
import { createHash } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import helmet from 'helmet';
import type { Edition } from '@parlour/core/render';
import { consoleOrigin, type Config } from '../config.js';

/** The headers of a page that has a style element of its own (CSP, level 3: sources by hash). */
export function headersWithStyle(headers: Headers, style: string): Headers {
  if (style === '') return headers;
  const hash = createHash('sha256').update(style).digest('base64');
  return { ...headers, [POLICY]: (headers[POLICY] ?? '').replace("style-src 'self'", `$& 'sha256-${hash}'`) };
}
const POLICY = 'content-security-policy';

type Headers = Readonly<Record<string, string>>;

export function securityHeaders(config: Config, mode: Edition['mode']): Headers {
  const frameAncestors = mode === 'preview' ? [consoleOrigin(config)] : ["'none'"];
  const set = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        imgSrc: ["'self'"],
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        scriptSrc: ["'self'"],
        connectSrc: ["'self'"],
        formAction: ["'self'"],
        baseUri: ["'none'"],
        frameAncestors,
      },
    },
    // Loopback addresses have no certificate; a proxy in front sets transport security.
    strictTransportSecurity: false,
    xFrameOptions: false,
    // The console, on another site, shows the store's pictures.
    crossOriginResourcePolicy: { policy: 'cross-origin' },
    referrerPolicy: { policy: mode === 'preview' ? 'no-referrer' : 'strict-origin-when-cross-origin' },
  });
  const headers: Record<string, string> = {};
  // It only sets headers, and the same ones for every request.
  const response = {
    setHeader: (name: string, value: string) => void (headers[name.toLowerCase()] = value),
    removeHeader: () => undefined,
  };
  // helmet reads nothing of a request, and of a response only these two.
  set({} as IncomingMessage, response as unknown as ServerResponse, (error?: unknown) => {
    if (error) throw error instanceof Error ? error : new Error(String(error));
  });
  return headers;
}

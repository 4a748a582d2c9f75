import type { RequestHandler } from 'express';
import { isIP } from 'node:net';

/** The name in a Host header, without port and brackets, in small letters; empty where there is none. */
function nameOf(header: string | undefined): string {
  const host = (header ?? '').trim().toLowerCase();
  const bracketed = /^\[([^\]]+)\](?::\d+)?$/.exec(host);
  return bracketed?.[1] ?? host.replace(/:\d+$/, '').replace(/\.$/, '');
}

/**
 * Refuses requests under names that this server was not told of: a page elsewhere could point a name of its own here,
 * and would then count as the same origin. Addresses can't be pointed anywhere, so they pass.
 */
export function knownHosts(names: readonly string[]): RequestHandler {
  const known = new Set(['localhost', ...names.map((name) => name.toLowerCase())]);
  return (request, response, next) => {
    const name = nameOf(request.headers.host);
    if (isIP(name) !== 0 || known.has(name) || name.endsWith('.localhost')) {
      next();
      return;
    }
    response
      .status(421)
      .type('text')
      .send(`This server does not answer to “${name}”. Start it with --host ${name || 'NAME'} if it should.`);
  };
}

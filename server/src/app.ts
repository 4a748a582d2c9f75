import compression from 'compression';
import express, { type ErrorRequestHandler, type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { resolve } from 'node:path';
import { knownHosts } from './hosts.ts';
import { instruments } from './instruments/bench.ts';

/** Names with a hash in them never change; the rest is asked for again each time. */
const HASHED = /-[A-Z0-9]{8}\.(?:js|css|woff2|wasm)(?:\.br)?$/;

/**
 * The built app under `folder`, with headers that let it talk to its own origin only. Nothing is
 * fetched from elsewhere, nothing is sent anywhere, no code is made at run time.
 */
export function createApp(folder: string, hosts: readonly string[] = []): Express {
  const root = resolve(folder);
  const app = express();
  app.set('env', process.env['NODE_ENV'] ?? 'production');
  app.disable('x-powered-by');
  app.use(knownHosts(hosts));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // Plain HTTP on localhost: a header that asks for HTTPS would lock the user out.
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  app.use(compression());
  app.use('/instruments', instruments());
  app.use(
    // What the build has packed is sent as it is; the rest is packed on the way, by `compression`.
    expressStaticGzip(root, {
      index: false,
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: {
        setHeaders(response, path) {
          const lasting = HASHED.test(path);
          response.setHeader('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  app.get('/{*path}', (request, response) => {
    if (/\.[a-z0-9]+$/i.test(request.path)) {
      response.status(404).type('text').send(`There is no ${request.path} here.`);
      return;
    }
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile('index.html', { root });
  });
  app.use(failed);
  return app;
}

/** Says that it failed and how, in a line: what is inside the server is nobody's business. */
const failed: ErrorRequestHandler = (error: unknown, _request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const status = (error as { readonly status?: unknown } | null)?.status;
  const asked = typeof status === 'number' && status >= 400 && status < 500;
  if (!asked) console.error(error);
  response
    .status(asked ? status : 500)
    .type('text')
    .send(asked ? 'That address can’t be read.' : 'The server failed at this. Its own window says more.');
};

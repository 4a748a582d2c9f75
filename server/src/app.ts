import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { resolve } from 'node:path';
import { instruments } from './instruments/bench.ts';

/** Names with a hash in them never change; the rest is asked for anew each time. */
const HASHED = /-[A-Z0-9]{8}\.(?:js|css|woff2)$/;

/**
 * The built app under `folder`, with headers that let it talk to its own origin only. Nothing is
 * fetched from elsewhere, nothing is sent anywhere, no code is made at run time.
 */
export function createApp(folder: string): Express {
  const root = resolve(folder);
  const app = express();
  app.disable('x-powered-by');
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
    express.static(root, {
      index: false,
      setHeaders(response, path) {
        const lasting = HASHED.test(path);
        response.setHeader('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache');
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
  return app;
}
